import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { accountsQuery, endDevice, type PersonAtDoor, securityQuery, setRole, shutOut } from "@/api/accounts";
import { Refused } from "@/api/client";
import { meQuery } from "@/api/me";
import { Choice } from "@/parts/Choice";
import { FieldProblem } from "@/parts/FieldProblem";
import { useMoment } from "@/parts/useMoment";
import { DeviceLine } from "../doors/DeviceLine";
import { MAY, ROLES } from "../doors/roles";
import { LetInDialog } from "./LetInDialog";

const CHOICES = ROLES.map(({ role, name }) => ({ value: role, text: name }));
const EVENTS: Record<string, string> = {
  "signed-in": "signed in",
  "wrong-passphrase": "wrong passphrase",
  "signed-out": "signed out",
  slowed: "too many tries, made to wait",
  "code-made": "made a code",
  joined: "came in by a code",
  "role-set": "set a role",
  "passphrase-set": "set a passphrase",
  "passkey-added": "added a passkey",
  "passkey-removed": "removed a passkey",
  "device-removed": "signed a device out",
  "shut-out": "shut somebody out",
  "link-made": "made a link",
  "link-ended": "ended a link",
  "feed-made": "made a calendar address",
  "feed-ended": "ended a calendar address",
  "backup-taken": "took a backup",
  refused: "was refused",
};

/** Who may come in, on which devices they are, and what was seen at the doors. */
export function DoorsPart() {
  const queries = useQueryClient();
  const { data: people = [] } = useQuery(accountsQuery);
  const { data: me } = useQuery(meQuery);
  const [letIn, setLetIn] = useState<PersonAtDoor | null>(null);
  const [problem, setProblem] = useState<{ of: string; text: string } | null>(null);

  async function keep(of: string, work: () => Promise<PersonAtDoor[]>) {
    try {
      queries.setQueryData(accountsQuery.queryKey, await work());
      setProblem(null);
      await queries.invalidateQueries({ queryKey: securityQuery.queryKey });
      if (of === me?.member_id) await queries.invalidateQueries({ queryKey: ["me"] });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem({ of, text: error.message });
    }
  }

  return (
    <section aria-label="Who may come in">
      <h2 className="mb-2 text-xl font-bold">Who may come in</h2>
      <p className="max-w-prose text-soft">
        A phone comes in by a code that you show on this screen: once, within five minutes. New people are added under
        People. Whoever is shut out, or removed there, is out at once on all devices.
      </p>
      <ul className="mt-3 border-t-2 border-ink">
        {people.map((person) => (
          <li key={person.member_id} aria-label={person.name} className="border-b border-line-strong py-3">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
              <div className="min-w-0 flex-1 max-sm:basis-full">
                <h3 className="text-lg font-bold">{person.name}</h3>
                <p className="text-soft">{standing(person)}</p>
              </div>
              {person.account && (
                <Choice
                  label={`Role of ${person.name}`}
                  value={person.account.role}
                  choices={CHOICES}
                  onChoose={(role) => void keep(person.member_id, () => setRole(person.member_id, role))}
                />
              )}
              <button type="button" className="button" onClick={() => setLetIn(person)}>
                {person.account ? "Let a device in" : "Let in"}
              </button>
              {person.account && (person.devices.length > 0 || person.account.passphrase) && (
                <button
                  type="button"
                  className="min-h-11 underline"
                  aria-label={`Shut out ${person.name}`}
                  onClick={() => void keep(person.member_id, () => shutOut(person.member_id))}
                >
                  Shut out
                </button>
              )}
            </div>
            <FieldProblem problem={problem?.of === person.member_id ? problem.text : null} />
            {person.devices.length > 0 && (
              <ul className="mt-2 border-t border-line pl-4">
                {person.devices.map((device) => (
                  <DeviceLine
                    key={device.id}
                    device={device}
                    here={device.id === me?.device_id}
                    onEnd={() => keep(person.member_id, () => endDevice(device.id))}
                  />
                ))}
              </ul>
            )}
          </li>
        ))}
      </ul>
      <SecurityLog />
      {letIn && <LetInDialog person={letIn} onClose={() => setLetIn(null)} />}
    </section>
  );
}

function standing({ account, devices }: PersonAtDoor): string {
  if (!account) return "may not come in";
  const ways = [
    account.passphrase ? `signs in as ${account.login}` : null,
    account.passkeys ? `${account.passkeys} passkey${account.passkeys > 1 ? "s" : ""}` : null,
    devices.length ? null : "on no device",
  ].filter(Boolean);
  return [MAY[account.role], ...ways].join(" · ");
}

function SecurityLog() {
  const { moment } = useMoment();
  const { data: lines = [] } = useQuery(securityQuery);
  return (
    <section aria-label="Seen at the door" className="mt-8">
      <h3 className="mb-1 text-lg font-bold">Seen at the door</h3>
      <ol className="border-t-2 border-ink">
        {lines.map((line) => (
          <li key={line.id} className="line [--columns:1fr] sm:[--columns:11rem_minmax(0,1fr)_auto]">
            <time className="text-soft" dateTime={line.at}>
              {moment(line.at)}
            </time>
            <span>
              <b>{line.who}</b> {EVENTS[line.kind] ?? line.kind}
              {line.about && <span className="text-soft"> · {line.about}</span>}
            </span>
            <span className="text-soft">{line.address}</span>
          </li>
        ))}
      </ol>
      {lines.length === 0 && <p className="py-3">Nothing yet.</p>}
    </section>
  );
}
