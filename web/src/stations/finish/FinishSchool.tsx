import { useQuery } from "@tanstack/react-query";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { schoolsQuery } from "@/api/queries";
import { Select } from "@/parts/Choice";
import { Ways } from "@/parts/Ways";

const OWN = "own";

/** The way of finishing, chosen as a whole; whoever changes a part of it has a way of their own. */
export function FinishSchool() {
  const editor = useJobEditor();
  const { finish } = editor.shown.plan;
  const { data: schools } = useQuery(schoolsQuery);
  const chosen = finish.school ?? OWN;
  const choices = finish.schools.map(({ value }) => ({ value, text: value }));
  return (
    <section aria-label="Way of finishing">
      <Select
        label="Way of finishing"
        value={chosen}
        choices={finish.school ? choices : [{ value: OWN, text: "your own" }, ...choices]}
        onChoose={(value) => {
          const school = finish.schools.find((one) => one.value === value);
          if (!school) return;
          void editor.change(
            (job) =>
              Object.entries({ grits: [], ...school.fields }).reduce(
                (now, [field, said]) => withField(now, `/finish/${field}`, said),
                job,
              ),
            `Finish: ${value}`,
          );
        }}
      />
      <Ways label="Ways of finishing" ways={schools?.finish?.school ?? []} chosen={chosen} />
    </section>
  );
}
