import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { beginAnew, deviceName, join, lookAtCode } from "@/api/me";
import { FieldProblem } from "@/parts/FieldProblem";
import { usePreferences } from "@/units/preferences";
import { DoorPage } from "./DoorPage";
import { ROLES } from "./roles";
import { Typed, useFields } from "./useFields";

/** Coming in by a code: from a link, or typed. */
export function JoinPage({ code: given }: { code: string }) {
  const [code, setCode] = useState(given);
  const { data: invitation, error } = useQuery({
    queryKey: ["invitation", code],
    queryFn: () => lookAtCode(code),
    enabled: code !== "",
    retry: false,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 0,
  });
  if (code === "" || error) return <TypeCode problem={error?.message ?? null} onCode={setCode} />;
  if (!invitation)
    return (
      <DoorPage title="Join">
        <p>Looking at the code …</p>
      </DoorPage>
    );
  return invitation.name === null ? (
    <FirstOwner code={code} shop={invitation.shop} />
  ) : (
    <Join code={code} invitation={invitation} />
  );
}

function TypeCode({ problem, onCode }: { problem: string | null; onCode: (code: string) => void }) {
  const [typed, setTyped] = useState("");
  return (
    <DoorPage title="Type your code">
      <p>An owner of the shop makes it on a laptop, under Shop, Who may come in. It holds for five minutes.</p>
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          onCode(typed.trim());
        }}
      >
        <label className="block font-semibold">
          Code
          <input
            className="field figure text-2xl uppercase tracking-widest"
            maxLength={20}
            autoComplete="one-time-code"
            autoCapitalize="characters"
            spellCheck={false}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        </label>
        <FieldProblem problem={problem} />
        <button type="submit" className="button button-now w-full" disabled={typed.trim().length < 4}>
          Go on
        </button>
      </form>
    </DoorPage>
  );
}

function useGoIn(): () => Promise<void> {
  const queries = useQueryClient();
  const navigate = useNavigate();
  return async () => {
    await beginAnew(queries);
    await navigate({ to: "/", replace: true });
  };
}

function Join({ code, invitation }: { code: string; invitation: Schemas["Invitation"] }) {
  const goIn = useGoIn();
  const [device, setDevice] = useState(deviceName);
  const { submit, busy, rest, problemOf, id } = useFields(async () => {
    await join(code, device.trim() || deviceName());
    await goIn();
  });
  const role = ROLES.find((one) => one.role === invitation.role);
  return (
    <DoorPage title={`Join ${invitation.shop}`} shop={invitation.shop}>
      <p>
        You come in as <b>{invitation.name}</b>, {role?.a}. You may {role?.may}
      </p>
      <form className="space-y-4" onSubmit={(event) => void submit(event)}>
        <Typed
          label="Name of this device"
          id={`${id}-device`}
          value={device}
          onType={setDevice}
          problem={problemOf("device")}
          autoComplete="off"
          hint="So that it can be told from others, and signed out if it is lost."
        />
        <FieldProblem problem={rest} />
        <button type="submit" className="button button-now w-full" disabled={busy}>
          Join
        </button>
      </form>
    </DoorPage>
  );
}

function FirstOwner({ code, shop }: { code: string; shop: string }) {
  const goIn = useGoIn();
  const { units } = usePreferences();
  const [told, setTold] = useState({ name: "", login: "", passphrase: "" });
  const { submit, busy, rest, fieldOf } = useFields(async () => {
    await join(code, deviceName(), { ...told, login: told.login || told.name, units });
    await goIn();
  });
  const field = fieldOf(told, setTold);
  return (
    <DoorPage title={`Make “${shop}” yours`} shop={shop}>
      <p>Nobody has come in yet. Whoever fills this in is the owner, and lets the others in.</p>
      <form className="space-y-4" onSubmit={(event) => void submit(event)}>
        <Typed label="Your name, or your role in the shop" {...field("name")} autoComplete="name" autoFocus />
        <Typed
          label="Name to sign in with"
          {...field("login")}
          autoComplete="username"
          hint="Left empty, it is the name above."
        />
        <Typed
          label="Passphrase"
          {...field("passphrase")}
          type="password"
          autoComplete="new-password"
          hint="Ten characters or more: four words that do not belong together."
        />
        <FieldProblem problem={rest} />
        <button
          type="submit"
          className="button button-now w-full"
          disabled={busy || !told.name.trim() || !told.passphrase}
        >
          Go in
        </button>
      </form>
    </DoorPage>
  );
}
