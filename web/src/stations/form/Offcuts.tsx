import { useState } from "react";
import { v4 as newId } from "uuid";
import { client, take } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { type Item, useSend, useStock } from "@/api/records";
import { usePreferences } from "@/units/preferences";
import { sizeText } from "../job/Rail";

interface Left {
  sheet: string;
  name: string;
  length: number;
  width: number;
}

/** Offcuts in stock that are to be cut up first, and what this plan leaves that goes into stock. */
export function Offcuts() {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const send = useSend();
  const items = useStock();
  const [kept, setKept] = useState<readonly string[]>([]);
  const { job, plan } = editor.shown;
  const used = job.form?.offcuts ?? [];
  const kinds = new Set(plan.cutting.kinds.map((kind) => kind.sheet));
  const lots = items
    .filter((item) => item.kind === "sheet" && kinds.has(item.material))
    .flatMap((item) => item.lots.filter((lot) => lot.length_mm && lot.width_mm).map((lot) => ({ item, lot })));
  const left = plan.cutting.kinds
    .flatMap((kind) =>
      kind.sheets.flatMap((sheet) =>
        sheet.rests.map(
          (rest): Left => ({ sheet: kind.sheet, name: kind.sheet_name, length: rest.length_mm, width: rest.width_mm }),
        ),
      ),
    )
    .sort((a, b) => b.length * b.width - a.length * a.width);

  function choose(item: Item, lot: Item["lots"][number], wanted: boolean) {
    const others = used.filter((one) => one.lot !== lot.id);
    const mm = (value: number | null) => ({ mm: value ?? 0, typed: null });
    const mine = { sheet: item.material, length: mm(lot.length_mm), width: mm(lot.width_mm), lot: lot.id };
    const what = wanted ? "Use this offcut first" : "Leave in stock";
    void editor.change((now) => withField(now, "/form/offcuts", wanted ? [...others, mine] : others), what);
  }

  return (
    <section aria-label="Offcuts">
      <h2 className="text-lg font-bold">Offcuts</h2>
      {lots.length === 0 && used.length === 0 && <p className="text-soft">None of these sheets are in stock.</p>}
      <ul>
        {lots.map(({ item, lot }) => (
          <li key={lot.id} className="border-b border-line">
            <label className="flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                className="size-5"
                checked={used.some((one) => one.lot === lot.id)}
                onChange={(event) => choose(item, lot, event.target.checked)}
              />
              <span className="figure">{sizeText(lot.length_mm ?? 0, lot.width_mm ?? 0, units)}</span>
              <span className="text-soft">of {item.name}, used first</span>
            </label>
          </li>
        ))}
      </ul>
      {left.length > 0 && <p className="mt-3">Offcuts worth keeping:</p>}
      <ul className="flex flex-wrap gap-2 py-1">
        {left.map((rest) => {
          const key = `${rest.sheet} ${rest.length} ${rest.width}`;
          return (
            <li key={key}>
              <button
                type="button"
                className="button"
                disabled={kept.includes(key)}
                onClick={() => {
                  setKept([...kept, key]);
                  void send(() => keep(rest));
                }}
              >
                {sizeText(rest.length, rest.width, units)} {kept.includes(key) ? "is in stock" : "into stock"}
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Puts what is left of a sheet into stock, as a lot of that sheet. */
async function keep(rest: Left): Promise<void> {
  const items = await take(client.GET("/api/stock"));
  const of = (all: readonly Item[]) => all.find((one) => one.kind === "sheet" && one.material === rest.sheet);
  const item =
    of(items) ??
    of(
      await take(
        client.POST("/api/stock", { body: { kind: "sheet", material: rest.sheet, name: rest.name, unit: "sheets" } }),
      ),
    );
  if (!item) return;
  const body = {
    id: newId(),
    note: "",
    quantity: 1,
    name: "offcut",
    kind: "left over" as const,
    length_mm: rest.length,
    width_mm: rest.width,
  };
  await take(client.POST("/api/stock/{item_id}/lots", { params: { path: { item_id: item.id } }, body }));
}
