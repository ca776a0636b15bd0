import type { Job, Plan, Schemas } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { Select } from "@/parts/Choice";
import { LengthField, type TypedLength } from "@/parts/LengthField";
import { NumberField } from "@/parts/NumberField";
import { TextField } from "@/parts/TextField";
import { FigureButton } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";

type Part = Schemas["JoinedPart"];

const KINDS = ["plank", "stretcher", "foot", "gasket", "steel leg", "pad"] as const;
const SIDES = [
  ["length", "Length"],
  ["width", "Width"],
  ["thickness", "Thickness"],
] as const;
const MOST = 60;

/** What is joined to the castings, and the wood that it is cut from. */
export function JoinedParts({ job, plan, editor }: { job: Job; plan: Plan; editor: Editor }) {
  const { units } = usePreferences();
  const parts = job.handling?.parts ?? [];
  const set = (next: readonly Part[], what: string) =>
    editor.change((now) => withField(now, "/handling/parts", next), what.slice(0, 120));
  const { wood } = plan.joined;
  return (
    <section aria-label="Joined parts">
      <h2 className="text-lg font-bold">What is joined to it</h2>
      {parts.length === 0 && <p className="text-soft">Planks, stretchers, feet, gaskets: nothing yet.</p>}
      <ul className="mt-1 border-t-2 border-ink">
        {parts.map((part, index) => {
          const change = (fields: Partial<Part>, what: string) =>
            set(
              parts.map((one, at) => (at === index ? { ...one, ...fields } : one)),
              what,
            );
          const sawn = part.kind === "plank" || part.kind === "stretcher";
          return (
            <li
              key={part.id}
              aria-label={part.name}
              className="grid gap-x-8 border-b-2 border-line py-2 sm:grid-cols-2"
            >
              <TextField label="Name" value={part.name} onKeep={(name) => change({ name }, `Called ${name}`)} />
              <Select
                label="It is a"
                value={part.kind ?? "plank"}
                choices={KINDS.map((value) => ({ value, text: value }))}
                onChoose={(kind) => void change({ kind }, `${part.name} is a ${kind}`)}
              />
              <NumberField
                label="How many"
                value={part.count ?? 1}
                onKeep={(count) => change({ count: count ?? 1 }, `${count} of ${part.name}`)}
              />
              {SIDES.filter(([side]) => sawn || part[side]).map(([side, label]) => (
                <LengthField
                  key={side}
                  label={label}
                  length={{ mm: part[side]?.mm ?? 0, typed: part[side]?.typed ?? null }}
                  onKeep={(typed: TypedLength) =>
                    change({ [side]: typed as never }, `${part.name}, ${label} ${typed.typed}`)
                  }
                />
              ))}
              {sawn && (
                <LengthField
                  label="Cut from lengths of"
                  length={{ mm: part.stock_length?.mm ?? 2400, typed: part.stock_length?.typed ?? null }}
                  onKeep={(typed) => change({ stock_length: typed as never }, `${part.name} from ${typed.typed}`)}
                />
              )}
              <button
                type="button"
                className="min-h-11 justify-self-start underline"
                onClick={() =>
                  void set(
                    parts.filter((one) => one !== part),
                    `Without ${part.name}`,
                  )
                }
              >
                Take it off
              </button>
            </li>
          );
        })}
      </ul>
      {parts.length < MOST && (
        <button
          type="button"
          className="button mt-2"
          onClick={() =>
            void set(
              [...parts, { id: crypto.randomUUID().slice(0, 8), name: `Part ${parts.length + 1}` } as Part],
              "A joined part",
            )
          }
        >
          Add a part
        </button>
      )}
      {wood.map((one) => (
        <p key={`${one.width_mm} ${one.thickness_mm} ${one.length_mm}`} className="mt-2">
          <FigureButton figure={one.count} /> of {writeLength(one.length_mm, units)}
          {one.width_mm > 0 && `, ${writeLength(one.width_mm, units)} × ${writeLength(one.thickness_mm, units)}`}
          {one.proven ? ", as few as can be" : `, not proven: at least ${one.least}`}:{" "}
          {one.lengths
            .map((length) => length.parts.map((part) => writeLength(part.length_mm, units)).join(" + "))
            .join("; ")}
        </p>
      ))}
    </section>
  );
}
