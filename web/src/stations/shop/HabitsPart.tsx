import { useQuery, useQueryClient } from "@tanstack/react-query";
import type { Shop } from "@/api/client";
import { valueAt } from "@/api/editor";
import { schoolsQuery } from "@/api/queries";
import { setShop } from "@/api/shop";
import { SpecField } from "@/parts/SpecField";
import { type DocumentName, type FieldSpec, isLength, specsOf } from "@/parts/specs";
import { valueWords } from "@/parts/values";
import { Ways } from "@/parts/Ways";
import { usePreferences } from "@/units/preferences";
import { shownIn, unitIn } from "./draft";

/** Kept with the saw itself. */
const OF_SAW = new Set(["kerf", "rail", "guide_left", "guide_right"]);

const STATIONS: readonly {
  key: "steel" | "mix" | "cure" | "move" | "finish";
  title: string;
  habits: DocumentName;
  of: DocumentName;
}[] = [
  { key: "steel", title: "Steel", habits: "SteelHabits", of: "SteelInputs" },
  { key: "mix", title: "Mix", habits: "MixHabits", of: "MixInputs" },
  { key: "cure", title: "Cure", habits: "CureHabits", of: "CureInputs" },
  { key: "move", title: "Move", habits: "MoveHabits", of: "HandlingInputs" },
  { key: "finish", title: "Finish", habits: "FinishHabits", of: "FinishInputs" },
];

/** How this shop works where a job says nothing else, station by station, with the reasons for each method. */
export function HabitsPart({ shop }: { shop: Shop }) {
  const { units } = usePreferences();
  const queries = useQueryClient();
  const { data: schools } = useQuery(schoolsQuery);
  const keep = (told: Parameters<typeof setShop>[0]) => setShop(told).then(() => void queries.invalidateQueries());
  return (
    <section aria-label="Habits" className="max-w-3xl">
      <h2 className="text-xl font-bold">Habits</h2>
      <p className="text-soft">
        Forms follow these in every job that does not choose otherwise; the others are what a new job begins with.
      </p>
      <section aria-label="Form" className="mt-5">
        <h3 className="border-b-2 border-ink text-lg font-bold">Form</h3>
        {specsOf("FormHabits")
          .filter(({ key }) => !OF_SAW.has(key))
          .map((spec) => {
            const value = valueAt(shop.form_habits, `/${spec.key}`);
            return (
              <div key={spec.key} data-field={`/form_habits/${spec.key}`}>
                <SpecField
                  spec={spec}
                  value={value}
                  onKeep={(next) => keep({ form_habits: { ...shop.form_habits, [spec.key]: next } })}
                />
                <Compared spec={spec} ways={schools?.form?.[spec.key]} chosen={String(value)} />
              </div>
            );
          })}
      </section>
      {STATIONS.map(({ key, title, habits, of }) => (
        <section key={key} aria-label={title} className="mt-5">
          <h3 className="border-b-2 border-ink text-lg font-bold">{title}</h3>
          {specsOf(habits).map((spec) => {
            const usual = specsOf(of).find((one) => one.key === spec.key);
            const value = valueAt(shop.habits, `/${key}/${spec.key}`);
            return (
              <div key={spec.key} data-field={`/habits/${key}/${spec.key}`}>
                <SpecField
                  spec={{ ...spec, default: null, none: usually(usual, units) }}
                  value={value}
                  start={startOf(usual)}
                  onKeep={(next) =>
                    keep({ habits: { ...shop.habits, [key]: { ...shop.habits[key], [spec.key]: next } } })
                  }
                />
                <Compared
                  spec={spec}
                  ways={(key === "steel" ? schools?.steel : key === "mix" ? schools?.mix : undefined)?.[spec.key]}
                  chosen={String(value ?? usual?.default)}
                />
              </div>
            );
          })}
        </section>
      ))}
    </section>
  );
}

type WaysOf = Parameters<typeof Ways>[0]["ways"];

function Compared({ spec, ways, chosen }: { spec: FieldSpec; ways: WaysOf | undefined; chosen: string }) {
  return ways && ways.length > 0 ? <Ways label={spec.label} ways={ways} chosen={chosen} /> : null;
}

/** What everybody begins with, where the shop says nothing. */
function usually(spec: FieldSpec | undefined, units: "in" | "mm"): string {
  if (!spec || spec.default == null) return spec?.none ?? "usual";
  if (spec.as === "choice") return `usual: ${valueWords(String(spec.default), spec.key)}`;
  const unit = unitIn(spec, units);
  const of = spec.as === "length" ? { ...spec, unit: "mm" } : spec;
  return `usual: ${shownIn(of, spec.default, units)}${unit && ` ${unit}`}`;
}

function startOf(spec: FieldSpec | undefined) {
  const usual = typeof spec?.default === "number" ? { mm: spec.default, typed: null } : undefined;
  return isLength(usual) ? usual : undefined;
}
