import { useRef, useState } from "react";
import { type Act, actOf, sayingOf } from "@/finish/act";
import type { FinishEntry, MarkNow } from "@/finish/types";
import type { CastingNow, Finish, Saying } from "@/finish/useFinish";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { entryOf } from "@/units/quantity";

/** Two taps on one button within this are one, of a wet thumb [ms]. */
const ONE_TAP_MS = 700;

/** A mark that is measured, or is to be put somewhere. */
export type MarkAsked = MarkNow | { x_mm: number; y_mm: number; mark: MarkNow["mark"] };
export type Asked = { kind: "look" | "earlier" | "note" | "skip" } | { kind: "mark"; mark: MarkAsked };

export type AtMachine = ReturnType<typeof useAtMachine>;

/** What was typed of a coat in the reader's unit [l]; null where that is no amount. */
function sealerL(text: string, units: Units): number | null {
  const value = Number(text.trim().replace(",", "."));
  return text.trim() !== "" && Number.isFinite(value) && value > 0 ? entryOf("sip", units).read(value) : null;
}

/** What is shown, asked and said of one casting at the machine. */
export function useAtMachine(finish: Finish, casting: CastingNow) {
  const { units } = usePreferences();
  const { standing, face } = casting;
  const [chosen, choose] = useState<string | null>(null);
  const [tool, setTool] = useState<MarkNow["mark"]>("high");
  const [asked, ask] = useState<Asked | null>(null);
  const [used, setUsed] = useState({ step: "", text: "" });
  const [last, setLast] = useState<{ entry: FinishEntry; what: string; with: FinishEntry[] } | null>(null);
  const tappedAt = useRef(0);
  const tapped = useRef("");
  const shown = chosen ?? standing.now;
  const step = face.steps.find((one) => one.id === shown) ?? null;
  const now = standing.steps.find((one) => one.id === shown) ?? null;
  const act = step && now && now.done_at === null ? actOf(step, now, standing) : null;

  async function say(saying: Saying, what: string, photo?: Blob, same: FinishEntry[] = []) {
    tappedAt.current = Date.now();
    const entry = await finish.say(casting.id, saying, photo);
    if (saying.kind !== "undo") setLast({ entry, what, with: same });
    if (chosen && ["did", "gone", "dry", "skip"].includes(saying.kind)) choose(null);
  }
  // Those that wait for the same step: what takes no gate is often done to all of them in one go.
  const others = finish.castings.filter((one) => one.id !== casting.id && one.standing.now === step?.id);
  const gone = new Set(casting.entries.filter((one) => one.kind === "undo").map((one) => one.of));
  const written = casting.entries
    .filter((one) => one.kind !== "undo" && !gone.has(one.id))
    .sort((one, other) => Date.parse(other.at) - Date.parse(one.at));
  const usedNow = used.step === step?.id ? used.text : "";
  /** What the act writes down: with a coat, how much of it went on, where that was measured. */
  function told(by: Act): Saying | null {
    const saying = step && sayingOf(by, step.id);
    const litres = step?.kind === "coat" && saying?.kind === "did" ? sealerL(usedNow, units) : null;
    return saying && litres ? { ...saying, volume_l: litres } : saying;
  }
  return {
    face,
    marks: standing.marks,
    step,
    now,
    act,
    asked,
    last,
    tappedAt,
    /** What stands, newest first. */
    written,
    /** What a photo would be of: before anything was done, and when all is. */
    photoOf: written.length === 0 ? "Before" : standing.over ? "After" : "",
    choose,
    /** What a tap on the face marks. */
    tool,
    setTool,
    ask,
    close: () => ask(null),
    say,
    told,
    /** Sealer that went on this casting with the coat, as it was typed. */
    used: usedNow,
    setUsed: (text: string) => setUsed({ step: step?.id ?? "", text }),
    /** The large button: keeps its act, or asks first. */
    did(what: string, at?: string) {
      if (!act || !step) return;
      const tap = `${step.id} ${JSON.stringify(act)}`;
      if (tapped.current === tap && Date.now() - tappedAt.current < ONE_TAP_MS) return;
      tapped.current = tap;
      const saying = told(act);
      if (saying) void say(at ? { ...saying, at } : saying, what);
      else if (act.kind === "look") ask({ kind: "look" });
    },
    others: act && act.kind !== "high" && act.kind !== "pass" && act.kind !== "look" ? others.length : 0,
    /** The same of this casting and of all that wait for the same step. */
    async didAll(saying: Saying, what: string) {
      const at = new Date(finish.now).toISOString();
      const same: FinishEntry[] = [];
      for (const one of others) same.push(await finish.say(one.id, { ...saying, at }));
      await say({ ...saying, at }, what, undefined, same);
    },
    undo() {
      if (!last) return;
      void say({ kind: "undo", of: last.entry.id }, "");
      for (const { id, casting: of } of last.with) void finish.say(of, { kind: "undo", of: id });
      setLast(null);
    },
  };
}
