import type { PiecePlan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { DocField } from "@/parts/DocField";
import { LengthField } from "@/parts/LengthField";
import { type FieldOf, specOf } from "@/parts/specs";
import { valueWords } from "@/parts/values";

type Field = FieldOf<"Plot">;
type Side = (typeof SIDES)[number];
const SIDES = ["front", "right", "back", "left"] as const;
const FALL: readonly Field[] = ["datum", "below", "falls_to", "fall_mm_m", "cross_to"];
const DIG: readonly Field[] = ["sub_base", "above", "overdig", "tamper", "loose_by"];

/** How one slab lies: what is not asked of it is not shown. */
export function GroundFields({ piece }: { piece: PiecePlan }) {
  const plot = useJobEditor().shown.job.ground.plots[piece.id];
  const field = (name: Field) => {
    const [spec, start] = [specOf("Plot", name), STARTS[name]];
    return (
      <DocField
        key={name}
        at={`/ground/plots/${piece.id}`}
        whose={piece.name}
        spec={spec}
        usual={name === "below" ? { mm: 0, typed: null } : undefined}
        start={start === undefined ? undefined : { mm: start, typed: null }}
      />
    );
  };
  const finish = useJobEditor().shown.job.finish;
  const textured = (finish.by_piece[piece.id] ?? finish.look) === "textured";
  const onSoil = (plot?.under ?? "ground") === "ground";
  const grooved = !["strips left in", "none"].includes(plot?.joints ?? "hand groover");
  return (
    <>
      <section aria-label="Lies on">
        <h2 className="mb-1 text-lg font-bold">Lies on</h2>
        {field("under")}
        {(onSoil ? (["carries", "soil", ...DIG] as const) : []).map(field)}
      </section>
      <section aria-label="Heights and fall">
        <h2 className="mb-1 text-lg font-bold">Heights and fall</h2>
        {FALL.map(field)}
        {plot?.cross_to && field("cross_mm_m")}
        {field("house")}
        {textured && field("texture")}
        {textured && plot?.texture === "stamp mats" && field("mat")}
      </section>
      <section aria-label="Joints">
        <h2 className="mb-1 text-lg font-bold">Joints</h2>
        {field("joints")}
        {(["columns", "rows"] as const).map(field)}
        {grooved && field("groove")}
        {!onSoil && <OldJoints piece={piece} />}
        <Isolated piece={piece} />
        {(plot?.isolated.length ?? 0) > 0 && field("strip")}
      </section>
    </>
  );
}

/** What a length starts from once it is to be another than the usual one [mm]. */
const STARTS: Partial<Record<Field, number>> = {
  sub_base: 100,
  above: 25,
  overdig: 150,
  strip: 12,
  groove: 25,
  mat: 600,
};

/** The sides along which an isolation strip stands. */
function Isolated({ piece }: { piece: PiecePlan }) {
  const editor = useJobEditor();
  const at = `/ground/plots/${piece.id}/isolated`;
  const isolated: readonly Side[] = editor.shown.job.ground.plots[piece.id]?.isolated ?? [];
  function set(side: Side, on: boolean) {
    void editor.change(
      (job) => {
        const before: readonly Side[] = job.ground.plots[piece.id]?.isolated ?? [];
        return withField(
          job,
          at,
          SIDES.filter((one) => (one === side ? on : before.includes(one))),
        );
      },
      `${piece.name}: ${on ? "strip" : "no strip"} at the ${valueWords(side)}`.slice(0, 120),
    );
  }
  return (
    <fieldset className="border-b border-line py-2" data-field={at} disabled={editor.readOnly}>
      <legend className="float-left mr-4">Isolation strip along</legend>
      <div className="flex flex-wrap gap-x-5">
        {SIDES.map((side) => (
          <label key={side} className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={isolated.includes(side)}
              onChange={(event) => set(side, event.target.checked)}
            />
            {side}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** Joints of the old slab, from its left side: they come up through the new one. */
function OldJoints({ piece }: { piece: PiecePlan }) {
  const editor = useJobEditor();
  const at = `/ground/plots/${piece.id}/old_joints`;
  const joints = editor.shown.job.ground.plots[piece.id]?.old_joints ?? [];
  const keep = (next: readonly unknown[], what: string) =>
    editor.change((job) => withField(job, at, next), `${piece.name}: ${what}`.slice(0, 120));
  return (
    <div data-field={at}>
      {joints.map((joint, index) => {
        const key = `${index} of ${joints.length}`;
        return (
          <div key={key} className="flex items-center gap-3">
            <span className="flex-1">
              <LengthField
                label={`Old joint ${index + 1}, from the left`}
                length={joint}
                onKeep={(next) =>
                  keep(
                    joints.map((one, other) => (other === index ? next : one)),
                    "old joint",
                  )
                }
              />
            </span>
            <button
              type="button"
              className="min-h-11 underline"
              aria-label={`Remove old joint ${index + 1}`}
              onClick={() => void keep(joints.toSpliced(index, 1), "old joint removed")}
            >
              Remove
            </button>
          </div>
        );
      })}
      <button
        type="button"
        className="button mt-2"
        disabled={editor.readOnly}
        onClick={() => void keep([...joints, { mm: Math.round(piece.measure.length_mm / 2) }], "an old joint")}
      >
        Add a joint of the old slab
      </button>
    </div>
  );
}
