import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { Select } from "@/parts/Choice";
import { DocField } from "@/parts/DocField";
import { type FieldOf, specOf } from "@/parts/specs";
import { valueWords } from "@/parts/values";
import { usePreferences } from "@/units/preferences";
import { begunWith } from "../measure/fields";
import { ADDED, type CabinetRun, LEGS, type LegName, type Unit, type UnitAt } from "./run";

interface Props {
  run: CabinetRun;
  index: number;
  chosen: UnitAt | null;
  onChoose: (unit: UnitAt | null) => void;
}

/** One run: its ends and overhangs, and leg by leg what stands in it. */
export function RunFields({ run, index, chosen, onChoose }: Props) {
  const at = `/cabinets/runs/${index}`;
  const field = (name: FieldOf<"CabinetRun">) => (
    <DocField key={name} at={at} whose={run.name} spec={specOf("CabinetRun", name)} />
  );
  const legs = LEGS.filter(({ leg }) => run[leg] !== null);
  const straight = run.left === null && run.right === null;
  const ranged = legs.some(({ leg }) => run[leg]?.units.some((one) => one.kind === "range"));
  return (
    <>
      {legs.map(({ leg, name }) => (
        <LegFields key={leg} run={run} at={at} leg={leg} name={name} chosen={chosen} onChoose={onChoose} />
      ))}
      <SideLegs run={run} at={at} />
      <section aria-label="Ends and overhangs">
        <h2 className="mb-1 text-lg font-bold">Ends and overhangs</h2>
        {run.left === null && field("left_end")}
        {run.right === null && field("right_end")}
        {straight && field("behind")}
        {(["depth", "overhang", "end_overhang"] as const).map(field)}
        {run.behind === "open" && field("back_overhang")}
        {ranged && field("beside")}
        {field("sinks")}
        {field("brackets")}
        {field("name")}
      </section>
    </>
  );
}

interface LegProps {
  run: CabinetRun;
  at: string;
  leg: LegName;
  name: string;
  chosen: UnitAt | null;
  onChoose: (unit: UnitAt | null) => void;
}

/** What stands in one leg, in order, and the wall behind it. */
function LegFields({ run, at, leg, name, chosen, onChoose }: LegProps) {
  const editor = useJobEditor();
  const { units: system } = usePreferences();
  const units = run[leg]?.units ?? [];
  const place = `${at}/${leg}/units`;
  const keep = (next: readonly unknown[], what: string) =>
    editor.change((job) => withField(job, place, next), `${name}: ${what}`.slice(0, 120));
  const order = leg === "back" ? "left to right" : "from the corner forward";
  return (
    <section aria-label={name}>
      <h2 className="mb-1 text-lg font-bold">
        {name} <span className="text-base font-normal text-soft">{order}</span>
      </h2>
      <ol>
        {units.map((unit, number) => (
          <UnitLine
            // biome-ignore lint/suspicious/noArrayIndexKey: a unit is known by its place in the row
            key={number}
            unit={unit}
            number={number}
            at={place}
            chosen={chosen?.leg === leg && chosen.number === number}
            onChoose={() => onChoose({ leg, number })}
          />
        ))}
      </ol>
      {!editor.readOnly && (
        <fieldset className="flex flex-wrap items-center gap-2 py-2" aria-label={`Add to the ${name.toLowerCase()}`}>
          <span className="text-soft">Add</span>
          {ADDED.map(({ kind, text, mm, inch }) => (
            <button
              key={kind}
              type="button"
              className="button min-h-11 px-2"
              onClick={() => {
                onChoose({ leg, number: units.length });
                void keep([...units, { kind, width: begunWith(system, mm, inch) }], text.toLowerCase());
              }}
            >
              {text}
            </button>
          ))}
        </fieldset>
      )}
      <DocField at={`${at}/${leg}`} whose={name} spec={specOf("Leg", "wall")} start={{ mm: 2400, typed: null }} />
      <DocField at={`${at}/${leg}`} whose={name} spec={specOf("Leg", "bow")} />
    </section>
  );
}

interface LineProps {
  unit: Unit;
  number: number;
  at: string;
  chosen: boolean;
  onChoose: () => void;
}

/** One unit in its list: what it is and how wide. */
function UnitLine({ unit, number, at, chosen, onChoose }: LineProps) {
  const kind = valueWords(unit.kind, "kind");
  return (
    <li
      className="data-[chosen=true]:border-l-4 data-[chosen=true]:border-l-chalk data-[chosen=true]:pl-2"
      data-chosen={chosen}
      onFocus={chosen ? undefined : onChoose}
    >
      <DocField
        at={`${at}/${number}`}
        whose={`${kind} ${number + 1}`}
        spec={{ ...specOf("Unit", "width"), label: `${number + 1}. ${kind.split(" (")[0]}` }}
      />
    </li>
  );
}

interface ChosenProps {
  run: CabinetRun;
  index: number;
  unit: UnitAt;
  onChoose: (unit: UnitAt | null) => void;
}

/** The unit that is chosen on the drawing: what it is, how wide, its place in its leg. */
export function ChosenUnit({ run, index, unit: { leg, number }, onChoose }: ChosenProps) {
  const editor = useJobEditor();
  const at = `/cabinets/runs/${index}/${leg}/units`;
  const units = run[leg]?.units ?? [];
  const unit = units[number];
  if (!unit) return null;
  const name = LEGS.find((one) => one.leg === leg)?.name ?? "";
  const named = `${valueWords(unit.kind, "kind")} ${number + 1}`;
  const keep = (next: readonly unknown[], what: string) =>
    void editor.change((job) => withField(job, at, next), `${name}: ${what}`.slice(0, 120));
  const move = (to: number) => {
    onChoose({ leg, number: to });
    keep(units.toSpliced(number, 1).toSpliced(to, 0, unit), "order");
  };
  return (
    <section aria-label="Chosen unit" className="border-l-4 border-chalk pl-4">
      <h2 className="text-lg font-bold">
        {name}, {number + 1} of {units.length}
      </h2>
      <DocField at={`${at}/${number}`} whose={named} spec={specOf("Unit", "kind")} />
      <DocField at={`${at}/${number}`} whose={named} spec={specOf("Unit", "width")} />
      {!editor.readOnly && (
        <div className="flex flex-wrap gap-2 py-2">
          <button type="button" className="button" disabled={number === 0} onClick={() => move(number - 1)}>
            Move earlier
          </button>
          <button
            type="button"
            className="button"
            disabled={number === units.length - 1}
            onClick={() => move(number + 1)}
          >
            Move later
          </button>
          <button
            type="button"
            className="button"
            disabled={units.length === 1}
            onClick={() => {
              onChoose(null);
              keep(units.toSpliced(number, 1), `${named} removed`);
            }}
          >
            Remove
          </button>
        </div>
      )}
    </section>
  );
}

/** The legs that come forward at either side: an L has one, a U both. */
function SideLegs({ run, at }: { run: CabinetRun; at: string }) {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const shape = `${run.left ? "left" : ""}${run.right ? "right" : ""}` || "none";
  const begun = () => ({ units: [{ kind: "cabinet" as const, width: begunWith(units, "600 mm", '24"') }] });
  return (
    <Select
      label="Side legs"
      value={shape}
      choices={[
        { value: "none", text: "none: a straight run" },
        { value: "left", text: "left: an L" },
        { value: "right", text: "right: an L" },
        { value: "leftright", text: "both: a U" },
      ]}
      onChoose={(next) =>
        void editor.change((job) => {
          const before = job.cabinets.runs.find((one) => one.id === run.id);
          const left = next.includes("left") ? (before?.left ?? begun()) : null;
          const right = next.includes("right") ? (before?.right ?? begun()) : null;
          return withField(job, at, { ...before, left, right, ...(next === "none" ? {} : { behind: "a wall" }) });
        }, `${run.name}: side legs`)
      }
    />
  );
}
