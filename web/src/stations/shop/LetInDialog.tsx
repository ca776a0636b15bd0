import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { accountsQuery, type CodeView, codeQuery, makeCode, type PersonAtDoor, type Role } from "@/api/accounts";
import { Modal } from "@/parts/Modal";
import { useSubmit } from "@/parts/useSubmit";
import { MAY, ROLES } from "../doors/roles";

/** Lets one device of somebody in: what they may do, then the code that their phone reads. */
export function LetInDialog({ person, onClose }: { person: PersonAtDoor; onClose: () => void }) {
  const [role, setRole] = useState<Role>(person.account?.role ?? "helper");
  const [code, setCode] = useState<CodeView | null>(null);
  const { refused, submit } = useSubmit(
    async () => setCode(await makeCode(person.member_id, role)),
    () => undefined,
  );
  return (
    <Modal open title={`Let ${person.name} in`} onClose={onClose}>
      {code ? (
        <Shown code={code} onAgain={() => setCode(null)} onClose={onClose} />
      ) : (
        <form className="space-y-4" onSubmit={submit}>
          <fieldset className="space-y-2">
            <legend className="font-semibold">What they may do</legend>
            {ROLES.map((one) => (
              <label key={one.role} className="flex min-h-11 items-start gap-3">
                <input
                  type="radio"
                  name="role"
                  className="mt-1 size-5"
                  checked={role === one.role}
                  onChange={() => setRole(one.role)}
                />
                <span>
                  <b>{one.name}</b>: {MAY[one.role]}
                </span>
              </label>
            ))}
          </fieldset>
          {refused && <p role="alert">{refused}</p>}
          <button type="submit" className="button button-now w-full">
            Show the code
          </button>
        </form>
      )}
    </Modal>
  );
}

function Shown({ code, onAgain, onClose }: { code: CodeView; onAgain: () => void; onClose: () => void }) {
  const queries = useQueryClient();
  const { data: used } = useQuery(codeQuery(code.id));
  const left = useSecondsUntil(code.ends_at);
  useEffect(() => {
    if (used) void queries.invalidateQueries({ queryKey: accountsQuery.queryKey });
  }, [used, queries]);
  if (used)
    return (
      <div className="space-y-4">
        <p role="status" className="text-lg">
          The device is in.
        </p>
        <button type="button" className="button button-now w-full" onClick={onClose}>
          Close
        </button>
      </div>
    );
  if (left === 0)
    return (
      <div className="space-y-4">
        <p role="status">The code has run out. Nobody used it.</p>
        <button type="button" className="button button-now w-full" onClick={onAgain}>
          Make a new code
        </button>
      </div>
    );
  return (
    <div className="space-y-3">
      <p>Hold the phone’s camera on this, and open the link that it reads.</p>
      <img
        className="mx-auto size-56 bg-white"
        alt="The code, for a camera"
        src={`data:image/svg+xml;utf8,${encodeURIComponent(code.picture)}`}
      />
      <p>
        Or open <b className="[overflow-wrap:anywhere]">{code.address.split("#")[0]}</b> and type
      </p>
      <p className="figure text-center text-4xl tracking-widest" data-code={code.code}>
        {code.code}
      </p>
      <p className="text-center text-soft">
        For one device. {Math.floor(left / 60)} min {String(left % 60).padStart(2, "0")} s left.
      </p>
    </div>
  );
}

function useSecondsUntil(iso: string): number {
  const until = () => Math.max(0, Math.round((new Date(iso).getTime() - Date.now()) / 1000));
  const [left, setLeft] = useState(until);
  useEffect(() => {
    const every = setInterval(() => setLeft(until()), 1000);
    return () => clearInterval(every);
  });
  return left;
}
