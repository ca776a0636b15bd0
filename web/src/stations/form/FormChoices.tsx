import { useQuery } from "@tanstack/react-query";
import type { Shop } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { valueAt } from "@/api/editor";
import { schoolsQuery } from "@/api/queries";
import { DocField } from "@/parts/DocField";
import { type FieldOf, isLength, specOf, specsOf } from "@/parts/specs";
import { valueWords } from "@/parts/values";
import { Ways } from "@/parts/Ways";
import { namesOf } from "../job/shopChoices";

/** Asked of one saw alone. */
const OF_SAW: Record<string, string> = {
  rail: "track saw",
  guide_left: "hand-held saw along a guide",
  guide_right: "hand-held saw along a guide",
};

/** What the forms are made from, and how: as the shop does it, or otherwise for this job. */
export function FormChoices({ shop }: { shop: Shop }) {
  const field = (name: FieldOf<"FormInputs">, choices?: { value: string; text: string }[], usual?: string) => (
    <DocField at="/form" spec={specOf("FormInputs", name)} choices={choices} usual={usual} />
  );
  const onGround = useOnGround();
  return (
    <section aria-label="How it is built">
      <h2 className="mb-1 text-lg font-bold">How it is built</h2>
      {field("sheet", namesOf([...shop.sheets, ...shop.lumber]), shop.sheets[0]?.id)}
      {field("base_sheet", namesOf(shop.sheets))}
      {field("liner", namesOf(shop.liners), shop.liners[0]?.id)}
      {field("lumber", namesOf(shop.lumber), shop.lumber[0]?.id)}
      {field("foam", namesOf(shop.foams), shop.foams[0]?.id)}
      {field("forms")}
      {field("side_by_side")}
      {onGround && field("field")}
      {field("profile")}
      {field("in_moulds")}
      <Habits shop={shop} />
    </section>
  );
}

/** Asked where sections of a field may be divided by strips. */
const OF_FIELDS = "strips_out";

function useOnGround(): boolean {
  return useJobEditor().shown.job.pieces.some((piece) => piece.stays === "on the ground");
}

/** Each habit of the shop, and what the job does otherwise; schools come with their reasons. */
function Habits({ shop }: { shop: Shop }) {
  const editor = useJobEditor();
  const { data: schools } = useQuery(schoolsQuery);
  const { form } = editor.shown.job;
  const saw = form.saw ?? shop.form_habits.saw;
  const used = shop.saws.find((one) => one.kind === saw);
  const ofSaw: Record<string, number | undefined> = {
    kerf: used?.kerf_mm,
    rail: used?.rail_mm,
    guide_left: used?.left_mm,
    guide_right: used?.right_mm,
  };
  const onGround = useOnGround();
  const habits = specsOf("FormHabits").filter(
    ({ key }) => (!(key in OF_SAW) || OF_SAW[key] === saw) && (onGround || key !== OF_FIELDS),
  );
  return (
    <>
      {habits
        .filter((spec) => spec.as === "choice")
        .map((spec) => {
          const usual = valueAt(shop.form_habits, `/${spec.key}`);
          const own = valueAt(form, `/${spec.key}`);
          const said = { ...spec, default: null, none: `shop default: ${valueWords(String(usual), spec.key)}` };
          return (
            <div key={spec.key}>
              <DocField at="/form" spec={said} />
              <Ways label={spec.label} ways={schools?.form?.[spec.key] ?? []} chosen={String(own ?? usual)} />
            </div>
          );
        })}
      {habits
        .filter((spec) => spec.as === "length")
        .map((spec) => {
          const mm = ofSaw[spec.key];
          const usual = mm === undefined ? valueAt(shop.form_habits, `/${spec.key}`) : { mm, typed: null };
          return <DocField key={spec.key} at="/form" spec={spec} usual={isLength(usual) ? usual : null} />;
        })}
    </>
  );
}
