import { useEffect, useRef, useState } from "react";
import type { Plan, Schemas, Shop } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { listen } from "@/api/lines";

type Kind = Plan["cutting"]["kinds"][number];
type Found = Schemas["CutFound"];

const SECONDS = 20;

/** A better cut plan is looked for while one waits: told of as it goes, stopped at any time, taken only when wanted. */
export function BetterCuts({ kind, shop }: { kind: Kind; shop: Shop | null }) {
  const editor = useJobEditor();
  const [found, setFound] = useState<Found | null>(null);
  const [looking, setLooking] = useState(false);
  const [wrong, setWrong] = useState("");
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);
  const now = figuresOf(kind);

  async function look() {
    const control = new AbortController();
    stop.current = control;
    setFound(null);
    setWrong("");
    setLooking(true);
    try {
      const asked = { job: editor.kept.job, shop, sheet: kind.sheet, seconds: SECONDS };
      const sent = { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(asked) };
      await listen("/api/cuts/search", { ...sent, signal: control.signal }, setFound);
    } catch (error) {
      if (!control.signal.aborted) setWrong(error instanceof Error ? error.message : String(error));
    } finally {
      setLooking(false);
    }
  }

  async function keep() {
    if (!found) return;
    stop.current?.abort();
    const layouts = { ...(editor.kept.job.form?.layouts ?? {}), [kind.sheet]: found.layout };
    await editor.change((job) => withField(job, "/form/layouts", layouts), `Cut plan of ${kind.sheet_name}: saved`);
    setFound(null);
  }

  return (
    <section aria-label={`Better plan of ${kind.sheet_name}`} className="border-b border-line pb-4">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <h2 className="text-lg font-bold">{kind.sheet_name}</h2>
        <p data-cut-now>
          {inWords(now)}
          {kind.proven ? ", the fewest possible" : `; at least ${kind.least} needed`}
          {kind.accepted ? ". In use." : ""}
        </p>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-4">
        {looking ? (
          <button type="button" className="button" onClick={() => stop.current?.abort()}>
            Stop
          </button>
        ) : (
          <button type="button" className="button" onClick={() => void look()}>
            Look for a better plan
          </button>
        )}
        {looking && (
          <progress max={SECONDS} value={found?.seconds ?? 0} aria-label="How long is left" className="h-3 w-48" />
        )}
        {found && (
          <p aria-live="polite" data-cut-found={found.done ? "done" : looking ? "looking" : "stopped"}>
            {found.tried} layouts tried. Best: {inWords(found)}
          </p>
        )}
        {found && (
          <button type="button" className="button button-now" onClick={() => void keep()}>
            Use this plan
          </button>
        )}
        {kind.accepted && (
          <button
            type="button"
            className="button"
            onClick={() =>
              void editor.change(
                (job) => withField(job, "/form/layouts", { ...job.form?.layouts, [kind.sheet]: [] }),
                `Quick cut plan of ${kind.sheet_name}`,
              )
            }
          >
            Back to the quick plan
          </button>
        )}
        {wrong && <p className="text-[var(--stop)]">{wrong}</p>}
      </div>
    </section>
  );
}

interface Figures {
  sheets: number;
  rest: number;
  settings: number;
}

function figuresOf(kind: Kind): Figures {
  const whole = kind.sheet_length_mm * kind.sheet_width_mm;
  const bought = kind.sheets.filter((one) => one.offcut === null);
  const rest = Math.max(
    0,
    ...bought.flatMap((one) => one.rests.map((left) => (left.length_mm * left.width_mm) / whole)),
  );
  return { sheets: bought.length, rest, settings: kind.settings };
}

function inWords({ sheets, rest, settings }: Figures): string {
  const left = `largest offcut ${Math.round(rest * 100)} %`;
  return `${sheets} ${sheets === 1 ? "sheet" : "sheets"}, ${left}, ${settings} fence ${settings === 1 ? "setting" : "settings"}`;
}
