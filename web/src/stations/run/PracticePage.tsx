import { Link } from "@tanstack/react-router";
import { at } from "@/day/time";
import { type Practice, SPEED, usePractice } from "@/run/usePractice";
import type { Run } from "@/run/useRun";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import type { Role } from "./Roles";
import { Running } from "./RunPage";

/** The day gone through dry, fast, with small mishaps; what was lost is told. */
export function PracticePage({ pourId }: { pourId: string }) {
  const { who } = usePreferences();
  const practice = usePractice(pourId, who || null);
  if (!practice)
    return (
      <main className="p-6">
        <h1 className="text-2xl font-bold">Practice</h1>
        <p>The sheet is on its way.</p>
      </main>
    );
  const { run } = practice;
  return (
    <Running
      run={run}
      above={(role) => (
        <>
          <Bar practice={practice} pourId={pourId} />
          <Mishaps run={run} role={role} />
          {run.state.over && <Score run={run} />}
        </>
      )}
    />
  );
}

function Bar({ practice, pourId }: { practice: Practice; pourId: string }) {
  const { stands, stop, anew, run } = practice;
  const losses = run.practice?.losses.length ?? 0;
  return (
    <section aria-label="Practice" className="border-b-2 border-ink px-4 py-3">
      <p className="font-bold">
        Practice, {SPEED} times as fast. {losses === 0 ? "Nothing is lost so far." : `${count(losses)} lost so far.`}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="button" aria-pressed={stands} onClick={() => stop(!stands)}>
          {stands ? "Start the clock" : "Stop the clock"}
        </button>
        <button type="button" className="button" onClick={anew}>
          Begin again
        </button>
        <Link to="/pours/$pourId" params={{ pourId }} className="button">
          End the practice
        </Link>
      </div>
    </section>
  );
}

function Mishaps({ run, role }: { run: Run; role: Role }) {
  const { zone } = run.view;
  const shown = (run.practice?.mishaps ?? []).filter(
    // Whoever does all of it is missed by nobody.
    (one) => one.until > run.now && one.from_at <= run.now && !(one.kind === "away" && role === "all"),
  );
  const covered = run.entries.some((one) => one.kind === "covered");
  return (
    <div role="status" className="space-y-2 px-4 empty:hidden">
      {shown.map((one) =>
        one.kind === "away" ? (
          <p key={one.kind} className="pt-3 text-lg font-bold">
            The other one is called away until {at(one.until, zone)}. All of it is yours until then.
          </p>
        ) : (
          !covered && (
            <div key={one.kind} className="space-y-2 pt-3">
              <p className="text-lg font-bold">It rains on the faces. Cover them by {at(one.until, zone)}.</p>
              <button
                type="button"
                className="button button-now min-h-14 w-full"
                onClick={() => void run.say({ kind: "covered" })}
              >
                Covered
              </button>
            </div>
          )
        ),
      )}
    </div>
  );
}

/** What was lost, and why: so that it is not lost on the day. */
function Score({ run }: { run: Run }) {
  const { units } = usePreferences();
  const { losses = [], bags = 0 } = run.practice ?? {};
  return (
    <section aria-label="What was lost" className="p-4">
      <h2 className="text-2xl font-bold">
        {losses.length === 0 ? "Nothing was lost" : `${count(losses.length)} lost`}
      </h2>
      {bags > 0 && <p className="text-lg">{write(bags, run.sheet.bags.counts, units)} of concrete with it.</p>}
      <ul className="border-t-2 border-ink">
        {losses.map((one, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: one thing may be lost twice for one reason
          <li key={index} className="border-b border-line py-2">
            <b>{one.what}.</b> {one.why}
          </li>
        ))}
      </ul>
    </section>
  );
}

function count(losses: number): string {
  return losses === 1 ? "1 thing" : `${losses} things`;
}
