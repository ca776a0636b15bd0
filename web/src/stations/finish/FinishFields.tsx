import { useQuery } from "@tanstack/react-query";
import type { PiecePlan } from "@/api/client";
import { Refused } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { shopQuery } from "@/api/queries";
import { Select } from "@/parts/Choice";
import { DocField } from "@/parts/DocField";
import { FieldProblem } from "@/parts/FieldProblem";
import { type FieldOf, specOf } from "@/parts/specs";
import { useTyped } from "@/parts/useTyped";
import { inWords } from "@/parts/values";
import { namesOf } from "../job/shopChoices";

type Field = FieldOf<"FinishInputs">;
const GROUND = ["cream-honed", "salt and pepper", "full stone"];
const AS_JOB = "as the job";

/** What the job says of its finish; what does not bear on it is not asked. */
export function FinishFields({ piece }: { piece: PiecePlan }) {
  const { job, plan } = useJobEditor().shown;
  const { data: shop } = useQuery(shopQuery);
  const { finish } = job;
  const ground = plan.pieces.some((one) => GROUND.includes(one.finish.look));
  const faceUp = job.pieces.some((one) => one.cast === "face up");
  const oily = (shop?.sealers ?? []).some(({ id, family }) => id === finish.sealer && family === "drying oil");
  const sealed = plan.finish.sealer !== null;
  const field = (name: Field) => <DocField key={name} at="/finish" spec={specOf("FinishInputs", name)} />;
  return (
    <>
      <section aria-label="Look">
        <h2 className="mb-1 text-lg font-bold">Look</h2>
        {field("look")}
        {job.pieces.length > 1 && <LookOfPiece piece={piece} />}
        {ground && field("sheen")}
        {field("voids")}
        {finish.voids !== "left open" && field("void_kind")}
        {field("arrises")}
      </section>
      {ground && (
        <section aria-label="Grinding">
          <h2 className="mb-1 text-lg font-bold">Grinding</h2>
          <OwnGrits />
          {field("grind_when")}
          {field("stone")}
          {faceUp && field("back_face")}
          <DocField at="/finish" spec={specOf("FinishInputs", "machine")} choices={namesOf(shop?.grinders ?? [])} />
        </section>
      )}
      <section aria-label="Sealing">
        <h2 className="mb-1 text-lg font-bold">Sealing</h2>
        <DocField at="/finish" spec={specOf("FinishInputs", "sealer")} choices={namesOf(shop?.sealers ?? [])} />
        {sealed && (["coats", "thin_pct", "sealed_faces", "seal_after_d", "food", "hot"] as const).map(field)}
        {oily && field("rags")}
      </section>
    </>
  );
}

/** One piece may be finished otherwise than the job. */
function LookOfPiece({ piece }: { piece: PiecePlan }) {
  const editor = useJobEditor();
  const { by_piece } = editor.shown.job.finish;
  const looks = inWords(specOf("FinishInputs", "look").choices ?? [], "look");
  return (
    <Select
      label="This piece"
      value={by_piece[piece.id] ?? AS_JOB}
      choices={[{ value: AS_JOB, text: AS_JOB }, ...looks]}
      onChoose={(look) => {
        const { [piece.id]: _, ...others } = by_piece;
        const next = look === AS_JOB ? others : { ...others, [piece.id]: look };
        void editor.change((now) => withField(now, "/finish/by_piece", next), `${piece.name}: ${look}`);
      }}
    />
  );
}

/** Grits of one’s own, coarse to fine; none of them is the usual ladder. */
function OwnGrits() {
  const editor = useJobEditor();
  const { job, plan } = editor.shown;
  const kept = job.finish.grits.join(", ");
  const usual = plan.finish.pads.map(({ grit }) => grit).join(", ");
  const { id, input, problem } = useTyped(kept, async (text) => {
    const grits = text.split(/[\s,;–-]+/).filter(Boolean);
    const wrong = grits.find((one) => !/^\d+$/.test(one));
    if (wrong) throw new Refused(422, `“${wrong}” is not a grit. Write them like 100, 200, 400.`);
    await editor.change(
      (now) => withField(now, "/finish/grits", grits.map(Number)),
      grits.length ? `Grits ${grits.join(", ")}` : "The usual grits",
    );
  });
  return (
    <div className="border-b border-line py-1" data-field="/finish/grits">
      <div className="flex flex-wrap items-center justify-between gap-x-3">
        <label htmlFor={id}>Own grits</label>
        <input
          {...input}
          className="field max-w-52"
          placeholder={usual || "by the look"}
          inputMode="numeric"
          disabled={editor.readOnly}
        />
      </div>
      <FieldProblem id={id} problem={problem} />
      <p className="text-soft">{specOf("FinishInputs", "grits").hint}</p>
    </div>
  );
}
