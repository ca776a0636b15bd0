import type { PiecePlan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { LengthField } from "@/parts/LengthField";
import { useFill } from "@/parts/useFill";

/** Boards that came out otherwise than planned: what they were cut to, so that the plan says what they make. */
export function AsCutList({ planned }: { planned: PiecePlan }) {
  const fill = useFill();
  const editor = useJobEditor();
  const asCut = editor.shown.job.form.as_cut;
  const keep = (key: string, field: "length" | "height", value: unknown, what: string) =>
    editor.change((now) => {
      const cut = now.form.as_cut[key] ?? { length: null, height: null };
      return withField(now, "/form/as_cut", { ...now.form.as_cut, [key]: { ...cut, [field]: value } });
    }, what);
  return (
    <section aria-label="Measured boards">
      <h2 className="text-lg font-bold">Measured boards</h2>
      <p className="mb-1 text-soft">Measure each board after sawing and enter the ones that differ.</p>
      {planned.form.boards.map((board) => {
        const key = `${planned.id}.${board.key}`;
        const own = asCut[key];
        return (
          <div key={board.key}>
            <LengthField
              label={`${fill(board.name)}, length`}
              length={{ mm: board.length_cut_mm, typed: own?.length?.typed ?? null }}
              onKeep={(typed) => keep(key, "length", typed, `${board.name} cut`)}
            />
            <LengthField
              label={`${fill(board.name)}, ${board.kind === "base" ? "width" : "height"}`}
              length={{ mm: board.height_cut_mm, typed: own?.height?.typed ?? null }}
              onKeep={(typed) => keep(key, "height", typed, `${board.name} cut`)}
            />
          </div>
        );
      })}
    </section>
  );
}
