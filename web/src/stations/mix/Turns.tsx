import type { Schemas } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { FigureButton } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { writeHours, writeVolume } from "@/units/quantity";
import { dateAndClock } from "@/units/time";

type TurnAt = Schemas["TurnAt"];

const MOST_FORMS = 24;

/** The pours of a job with more castings than its forms hold: what each fills and takes, and when it may begin. */
export function Turns() {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const { job, plan } = editor.shown;
  const { turns } = plan.mix;
  if (turns.length === 0) return null;
  const names = new Map(plan.pieces.map((piece) => [piece.id, piece.name]));
  const beside = job.form.side_by_side ?? 1;
  const forms = Math.max(...job.pieces.map((piece) => Math.ceil((piece.count ?? 1) / beside)));
  return (
    <section aria-label="Pours">
      <h2 className="mb-1 text-lg font-bold">{turns.at(-1)?.last} pours</h2>
      <p className="text-soft">
        There are more castings than the forms hold. Water, batches and times on this page are of one pour.
      </p>
      <ol className="mt-2">
        {turns.map((turn) => (
          <li key={turn.first} className="flex flex-wrap gap-x-4 border-b border-line py-1" data-turn={turn.first}>
            <b className="w-20">{turn.first === turn.last ? `Pour ${turn.first}` : `${turn.first} to ${turn.last}`}</b>
            <span className="min-w-40 flex-1">
              {turn.castings.map(({ piece, count }) => `${count} × ${names.get(piece)}`).join(", ")},{" "}
              {writeVolume(turn.volume.value, units)}
            </span>
            <span>
              <FigureButton figure={turn.bags} />, <FigureButton figure={turn.batches} />
              {turn.first !== turn.last && " each"}
            </span>
            <span className="figure text-soft">
              {begins(turn.first, plan.cure.turns[turn.first - 1], plan.cure.zone)}
              {turn.first !== turn.last &&
                `, the last ${begins(turn.last, plan.cure.turns[turn.last - 1], plan.cure.zone)}`}
            </span>
          </li>
        ))}
      </ol>
      {forms <= MOST_FORMS && (
        <button
          type="button"
          className="button mt-3"
          data-change="/form/forms"
          onClick={() =>
            void editor.change((now) => withField(now, "/form/forms", forms), `Forms per piece: ${forms}, all at once`)
          }
        >
          Build {forms} forms, pour all at once
        </button>
      )}
    </section>
  );
}

function begins(number: number, when: TurnAt | undefined, zone: string): string {
  if (!when) return "not possible yet";
  if (when.at) return `${number > 1 ? "from " : ""}${dateAndClock(when.at, zone)}`;
  return number > 1 ? `after ${writeHours(when.due_h)}` : "first";
}
