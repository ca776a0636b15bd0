import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import {
  addPasskey,
  beginAnew,
  devicesQuery,
  endMyDevice,
  endMyOtherDevices,
  type Me,
  meQuery,
  nameMyDevice,
  passkeysFit,
  passkeysQuery,
  removePasskey,
  setPassphrase,
  signOut,
} from "@/api/me";
import { forgetSheets, unsent } from "@/outbox/device";
import { FieldProblem } from "@/parts/FieldProblem";
import { Modal } from "@/parts/Modal";
import { TextField } from "@/parts/TextField";
import { useMoment } from "@/parts/useMoment";
import { ShopPage } from "../records/ShopHeader";
import { DeviceLine } from "./DeviceLine";
import { ROLES } from "./roles";
import { Typed, useFields } from "./useFields";

/** Who one is here: devices, passphrase, passkeys, and the way out. */
export function YouPage() {
  const { data: me } = useQuery(meQuery);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [left, setLeft] = useState(0);
  if (!me?.role) return null;
  const role = ROLES.find((one) => one.role === me.role);

  async function ask() {
    const waiting = await unsent().catch(() => 0); // a browser that keeps nothing has nothing waiting
    if (waiting > 0) setLeft(waiting);
    else await leave();
  }
  async function leave() {
    await signOut();
    await forgetSheets().catch(() => undefined);
    await beginAnew(queries);
    await navigate({ to: "/sign-in" });
  }

  return (
    <ShopPage title="You">
      <div className="mb-6 flex flex-wrap items-center gap-4">
        <div className="min-w-0 flex-1">
          <p className="text-2xl font-bold">{me.name}</p>
          <p>
            You are {role?.a}, and may {role?.may}
          </p>
        </div>
        <button type="button" className="button" onClick={() => void ask()}>
          Sign out
        </button>
      </div>
      {left > 0 && (
        <Modal
          open
          title="Sign out"
          description={`${left === 1 ? "1 entry" : `${left} entries`} of a pour ${left === 1 ? "is" : "are"} not sent yet. They stay on this device until somebody of this shop signs in here.`}
          onClose={() => setLeft(0)}
        >
          <button type="button" className="button w-full" onClick={() => void leave()}>
            Sign out all the same
          </button>
        </Modal>
      )}
      <div className="beside">
        <Devices me={me} />
        <div className="space-y-8">
          <Passphrase me={me} />
          {passkeysFit(me) && <Passkeys />}
        </div>
      </div>
    </ShopPage>
  );
}

function Devices({ me }: { me: Me }) {
  const queries = useQueryClient();
  const { data: devices = [] } = useQuery(devicesQuery);
  const keep = (told: typeof devices) => queries.setQueryData(devicesQuery.queryKey, told);
  const here = devices.find((one) => one.id === me.device_id);
  return (
    <section aria-label="Your devices">
      <h2 className="mb-1 text-lg font-bold">Your devices</h2>
      {here && (
        <TextField
          label="Name of this device"
          value={here.name}
          onKeep={async (name) => void keep(await nameMyDevice(here.id, name))}
        />
      )}
      <ul className="mt-2 border-t-2 border-ink">
        {devices.map((device) => (
          <DeviceLine
            key={device.id}
            device={device}
            here={device.id === me.device_id}
            onEnd={async () => void keep(await endMyDevice(device.id))}
          />
        ))}
      </ul>
      {devices.length > 1 && (
        <button
          type="button"
          className="button mt-3"
          onClick={() => void endMyOtherDevices().then((told) => keep(told))}
        >
          Sign out everywhere else
        </button>
      )}
      <p className="mt-3 text-soft">
        A device stays signed in for 90 days, and for 14 without being used. After that it needs your passphrase, a
        passkey or a new code.
      </p>
    </section>
  );
}

function Passphrase({ me }: { me: Me }) {
  const queries = useQueryClient();
  const [told, setTold] = useState({ login: me.login, passphrase: "", current: "" });
  const [kept, setKept] = useState(false);
  const { submit, busy, rest, fieldOf } = useFields(async () => {
    setKept(false);
    await setPassphrase({ ...told, others_out: true });
    setTold({ ...told, passphrase: "", current: "" });
    setKept(true);
    await queries.invalidateQueries({ queryKey: ["me"] });
  });
  const field = fieldOf(told, setTold);
  return (
    <section aria-label="Passphrase">
      <h2 className="mb-1 text-lg font-bold">Passphrase</h2>
      <p className="mb-3 text-soft">
        {me.passphrase
          ? "A new one signs you out on all other devices."
          : "You have none yet. With one you can sign in on any device without a code."}
      </p>
      <form className="space-y-4" onSubmit={(event) => void submit(event)}>
        <Typed label="Name to sign in with" {...field("login")} autoComplete="username" />
        {me.passphrase && !me.fresh && (
          <Typed label="Passphrase now" {...field("current")} type="password" autoComplete="current-password" />
        )}
        <Typed
          label="New passphrase"
          {...field("passphrase")}
          type="password"
          autoComplete="new-password"
          hint="Ten characters or more: four words that do not belong together."
        />
        <FieldProblem problem={rest} />
        {kept && <p role="status">The passphrase is set.</p>}
        <button type="submit" className="button" disabled={busy || !told.passphrase}>
          Set passphrase
        </button>
      </form>
    </section>
  );
}

function Passkeys() {
  const queries = useQueryClient();
  const { day } = useMoment();
  const { data: keys = [] } = useQuery(passkeysQuery);
  const [problem, setProblem] = useState<string | null>(null);
  const renew = () => queries.invalidateQueries({ queryKey: passkeysQuery.queryKey });

  async function add() {
    setProblem(null);
    try {
      await addPasskey(`Passkey ${keys.length + 1}`);
      await renew();
    } catch (error) {
      const given = error instanceof DOMException ? "No passkey was made. Try again." : null;
      setProblem(given ?? (error instanceof Error ? error.message : String(error)));
    }
  }

  return (
    <section aria-label="Passkeys">
      <h2 className="mb-1 text-lg font-bold">Passkeys</h2>
      <p className="text-soft">In place of a passphrase: the lock of this device, or a key that is plugged in.</p>
      <ul className="mt-2 border-t-2 border-ink">
        {keys.map((key) => (
          <li key={key.id} className="flex items-center gap-4 border-b border-line py-2">
            <span className="flex-1">
              {key.name}
              <span className="block text-soft">added {day(key.created_at)}</span>
            </span>
            <button
              type="button"
              className="min-h-11 underline"
              aria-label={`Remove ${key.name}`}
              onClick={() => void removePasskey(key.id).then(renew)}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <FieldProblem problem={problem} />
      <button type="button" className="button mt-3" onClick={() => void add()}>
        Add a passkey
      </button>
    </section>
  );
}
