import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, take } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { useMay } from "@/api/me";
import { schoolsQuery, weatherQuery } from "@/api/queries";
import { DocField } from "@/parts/DocField";
import { type FieldOf, specOf } from "@/parts/specs";
import { useFill } from "@/parts/useFill";
import { valueWords } from "@/parts/values";
import { dayAndClock } from "@/units/time";

type Field = FieldOf<"CureInputs">;

const STANDARDS: Field[] = ["strength_by", "maturity", "moist"];
const TYPED: Field[] = ["warmest_c", "coldest_c", "humidity_pct", "wind_kmh", "sky"];
const PARTS: Field[] = ["materials_c", "water_c", "ice_pct"];

/** Where it cures, in which weather, what protects it, and by which standards. */
export function CureConditions() {
  const { job } = useJobEditor().shown;
  const { cure } = job;
  const inWeather = cure.place !== "heated room";
  const { data: known } = useQuery({ ...weatherQuery, enabled: inWeather });
  const typed = cure.weather === "typed day" || known?.foretold_at === null;
  return (
    <>
      <section aria-label="Curing conditions">
        <h2 className="mb-1 text-lg font-bold">Curing conditions</h2>
        <Fields names={inWeather ? ["place", "weather"] : ["place", "temperature_c"]} />
        {inWeather && cure.weather === "forecast" && <ForecastLine />}
        {inWeather && typed && <Fields names={TYPED} />}
        {inWeather && <Protections chosen={cure.protections} />}
        <Fields names={STANDARDS} />
      </section>
      {inWeather && (
        <section aria-label="Mixing temperatures">
          <h2 className="mb-1 text-lg font-bold">Mixing temperatures</h2>
          <Fields names={PARTS} />
        </section>
      )}
    </>
  );
}

function Fields({ names }: { names: Field[] }) {
  return names.map((name) => <DocField key={name} at="/cure" spec={specOf("CureInputs", name)} />);
}

/** When the forecast was made, and a new one for whoever may ask. */
function ForecastLine() {
  const queries = useQueryClient();
  const { data: known } = useQuery(weatherQuery);
  const zone = useJobEditor().shown.plan.cure.zone;
  const mayAsk = useMay()("POST /api/weather/forecast");
  const ask = useMutation({
    mutationFn: () => take(client.POST("/api/weather/forecast")),
    onSuccess: () => {
      for (const queryKey of [["weather"], ["job"]]) void queries.invalidateQueries({ queryKey });
    },
  });
  if (!known) return null;
  return (
    <div className="flex min-h-11 flex-wrap items-center justify-between gap-x-3 border-b border-line">
      <span>{known.foretold_at ? `Forecast of ${dayAndClock(known.foretold_at, zone)}` : "No forecast is known."}</span>
      {mayAsk && known.service && (
        <button type="button" className="min-h-11 underline" disabled={ask.isPending} onClick={() => ask.mutate()}>
          Refresh
        </button>
      )}
      {ask.error && (
        <p role="alert" className="w-full pb-2 text-stop">
          {ask.error.message}
        </p>
      )}
    </div>
  );
}

/** What keeps cold, heat, wind, sun and rain off: each with what it does. */
function Protections({ chosen }: { chosen: readonly string[] }) {
  const editor = useJobEditor();
  const fill = useFill();
  const { data: schools } = useQuery(schoolsQuery);
  const ways = schools?.cure?.protections ?? [];
  const toggle = (id: string) => {
    const there = chosen.includes(id);
    const next = there ? chosen.filter((one) => one !== id) : [...chosen, id];
    const words = valueWords(id, "protections");
    void editor.change((now) => withField(now, "/cure/protections", next), `${there ? "No" : "With"} ${words}`);
  };
  return (
    <details className="border-b border-line" data-field="/cure/protections" open={chosen.length > 0}>
      <summary className="flex min-h-11 cursor-pointer items-center justify-between">
        <span className="text-soft">Protection</span>
        <span className="font-bold">{chosen.length ? chosen.length : "none"}</span>
      </summary>
      <ul className="pb-2">
        {ways.map(({ value, why, limit }) => (
          <li key={value}>
            <label className="flex min-h-11 items-start gap-3 py-1.5">
              <input
                type="checkbox"
                aria-label={valueWords(value, "protections")}
                className="mt-0.5 size-5 shrink-0"
                checked={chosen.includes(value)}
                disabled={editor.readOnly}
                onChange={() => toggle(value)}
              />
              <span>
                <span className="font-bold">{valueWords(value, "protections")}</span>
                <span className="block">{fill(why)}</span>
                {chosen.includes(value) && <span className="block text-soft">{fill(limit)}</span>}
              </span>
            </label>
          </li>
        ))}
      </ul>
    </details>
  );
}
