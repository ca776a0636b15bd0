import { useId } from "react";
import { useArmed } from "@/day/useArmed";
import type { FinishStepNow, SheetStep } from "@/finish/types";
import type { CastingNow, Finish } from "@/finish/useFinish";
import { usePreferences } from "@/units/preferences";
import { entryOf } from "@/units/quantity";
import { fill } from "@/units/sentence";
import { dayAndClock } from "@/units/time";
import { Gate } from "./Gate";
import { Marks } from "./Marks";
import { Pads } from "./Pads";
import type { AtMachine } from "./useAtMachine";
import { WindowOf } from "./WindowOf";
import { WorkFace } from "./WorkFace";
import { actWords, shortName } from "./words";

interface Props {
  finish: Finish;
  casting: CastingNow;
  work: AtMachine;
}

/** One step of one casting: its face, the one thing to do now, and what closes it. */
export function StepPanel({ finish, casting, work }: Props) {
  const { step, now } = work;
  if (!step || !now) return <Finished casting={casting} work={work} />;
  return (
    <div className="lg:grid lg:grid-cols-[3fr_2fr]">
      <div className="min-w-0">
        <WorkFace casting={casting} work={work} />
      </div>
      <div className="min-w-0 space-y-4 p-4">
        {now.done_at === null ? (
          <Now finish={finish} casting={casting} work={work} step={step} now={now} />
        ) : (
          <Done finish={finish} step={step} now={now} />
        )}
        {now.gate && now.done_at === null && <Gate step={step} now={now} onCheck={() => work.ask({ kind: "look" })} />}
        {step.grit !== null && (
          <>
            <Marks work={work} />
            <Pads
              casting={casting}
              step={step}
              now={now}
              onPad={() => void work.say({ kind: "pad", step: step.id }, "a pad worn")}
            />
          </>
        )}
      </div>
    </div>
  );
}

function Now({ finish, casting, work, step, now }: Props & { step: SheetStep; now: FinishStepNow }) {
  const { units } = usePreferences();
  const { act } = work;
  const armed = useArmed(`${step.id} ${act?.kind}`);
  if (!act) return null;
  const words = actWords(act, step, units);
  const { zone } = finish.view;
  const waits = now.opens_at !== null && Date.parse(now.opens_at) > finish.now;
  const first = casting.face.steps.find((one) => one.id === casting.standing.now);
  const soonest = finish.view.soonest[step.id];
  const isYoung = soonest !== undefined && Date.parse(soonest) - finish.now > A_WHILE_MS;
  // Said before it begins; from then on below, so that the one thing to do stays under the thumb.
  const alike = casting.face.steps.filter((one) => one.care === step.care).map((one) => one.id);
  const begun = casting.entries.some((one) => one.kind !== "note" && one.step !== null && alike.includes(one.step));
  const care = step.care && <p className="max-w-prose border-l-4 border-caution pl-3">{fill(step.care, {}, units)}</p>;
  const saying = work.told(act);
  const isCoat = step.kind === "coat" && act.kind === "do";
  const isOdd = isCoat && work.used.trim() !== "" && saying?.volume_l == null;
  const tooSoon = waits && act.kind !== "sheet";
  return (
    <section aria-label="Now" className="space-y-4">
      <h2
        className="scroll-mt-40 text-[1.75rem] leading-tight font-bold [overflow-wrap:anywhere]"
        data-step={step.id}
        tabIndex={-1}
      >
        {words.title}
      </h2>
      {first && first.id !== step.id && (
        <p className="border-l-4 border-caution pl-3">Its turn has not come: {shortName(first)} is not done.</p>
      )}
      {isYoung && (
        <p className="border-l-4 border-caution pl-3">
          By the plan not before {dayAndClock(soonest, zone)}. {YOUNG[step.kind] ?? ""}
        </p>
      )}
      {now.steep && now.after_grit !== null && (
        <p className="border-l-4 border-caution pl-3">
          {step.grit} does not take the scratches of {now.after_grit} out: work a grit between the two, or expect to see
          them in the sealer.
        </p>
      )}
      {now.damp_at && now.done_at === null && (
        <p className="border-l-4 border-caution pl-3">
          Moisture under the sheet on {dayAndClock(now.damp_at, zone)}: sealing waits.
        </p>
      )}
      <WindowOf step={step} now={now} clock={finish.now} zone={zone} />
      <p className="max-w-prose text-lg">{words.how}</p>
      {!begun && care}
      {isCoat && <SealerUsed work={work} isOdd={isOdd} />}
      {act.kind === "sheet" ? (
        <SheetAnswers work={work} step={step} waits={waits} />
      ) : (
        <button
          type="button"
          disabled={!armed || isOdd}
          className={`button min-h-20 w-full text-2xl ${tooSoon ? "" : "button-now"}`}
          data-act={act.kind}
          onClick={() => work.did(words.short)}
        >
          {tooSoon ? `${words.button}, all the same` : words.button}
        </button>
      )}
      {work.others > 0 && act.kind !== "sheet" && saying && (
        <button
          type="button"
          disabled={!armed || isOdd}
          className="button min-h-14 w-full"
          onClick={() => void work.didAll(saying, words.short)}
        >
          {words.button}: this and {work.others} more
        </button>
      )}
      <div className="grid grid-cols-3 gap-2">
        <button type="button" className="button min-h-14 px-1" onClick={() => work.ask({ kind: "skip" })}>
          Leave out
        </button>
        <button type="button" className="button min-h-14 px-1" onClick={() => work.ask({ kind: "note" })}>
          Note, photo
        </button>
        <button
          type="button"
          className="button min-h-14 px-1"
          disabled={act.kind === "look"}
          onClick={() => work.ask({ kind: "earlier" })}
        >
          Earlier
        </button>
      </div>
      {begun && care}
    </section>
  );
}

/** How much of a coat went on one casting: nobody has to say, and what a coat takes here comes of it. */
function SealerUsed({ work, isOdd }: { work: AtMachine; isOdd: boolean }) {
  const { units } = usePreferences();
  const id = useId();
  return (
    <div>
      <label className="flex items-center gap-3">
        <span className="flex-1">
          Sealer used<span className="text-soft"> in {entryOf("sip", units).name} (optional)</span>
        </span>
        <input
          className="field figure min-h-14 w-28 text-lg"
          inputMode="decimal"
          autoComplete="off"
          maxLength={10}
          aria-invalid={isOdd}
          aria-describedby={id}
          value={work.used}
          onChange={(event) => work.setUsed(event.target.value)}
        />
      </label>
      <p id={id} className={isOdd ? "font-semibold" : "sr-only"}>
        {isOdd ? "Write a number like 250, or leave it empty." : "On each casting. It tells what a coat takes here."}
      </p>
    </div>
  );
}

/** Minutes are no reason to wait for [ms]. */
const A_WHILE_MS = 15 * 60_000;

/** What is wrong with a step before the hour that the plan has for it. */
const YOUNG: Partial<Record<SheetStep["kind"], string>> = {
  grit: "On younger concrete the pads wear fast, and stones may come out.",
  rout: "Younger edges chip under the bit.",
  coat: "A sealer on damp or young concrete turns white, or comes off.",
};

function SheetAnswers({ work, step, waits }: { work: AtMachine; step: SheetStep; waits: boolean }) {
  return (
    <div className="grid gap-2">
      <button
        type="button"
        className={`button min-h-16 text-lg ${waits ? "" : "button-now"}`}
        disabled={waits}
        onClick={() => void work.say({ kind: "dry", step: step.id }, "the sheet stayed dry")}
      >
        Dry, and no dark patch
      </button>
      {work.others > 0 && !waits && (
        <button
          type="button"
          className="button min-h-14"
          onClick={() => void work.didAll({ kind: "dry", step: step.id }, "the sheet stayed dry")}
        >
          Dry, for this and {work.others} more
        </button>
      )}
      <button
        type="button"
        className="button min-h-16 text-lg"
        onClick={() => void work.say({ kind: "damp", step: step.id }, "moisture under the sheet")}
      >
        Drops, or a dark patch
      </button>
    </div>
  );
}

function Done({ finish, step, now }: { finish: Finish; step: SheetStep; now: FinishStepNow }) {
  const { units } = usePreferences();
  const minutes = Math.round(now.spent_min);
  return (
    <section aria-label="Done" className="space-y-2">
      <h2 className="text-[1.75rem] leading-tight font-bold">
        {fill(step.name, {}, units)}: {now.skipped ? "left out" : "done"}
      </h2>
      <p className="text-lg">
        {now.done_at && dayAndClock(now.done_at, finish.view.zone)}
        {now.passes > 0 && `, ${now.passes} passes`}
        {minutes > 0 && `, ${minutes} min by its entries`}
      </p>
      {now.late && step.late === "sand" && (
        <p className="border-l-4 border-caution pl-3">Put on after its window, unsanded: watch its hold at an edge.</p>
      )}
      {now.sanded && (
        <p>
          {step.late === "drops"
            ? "Tried with drops before."
            : step.late === "scuff"
              ? "Scuffed before."
              : "Sanded before."}
        </p>
      )}
    </section>
  );
}

function Finished({ casting, work }: { casting: CastingNow; work: AtMachine }) {
  const minutes = Math.round(casting.standing.steps.reduce((sum, one) => sum + one.spent_min, 0));
  const pads = casting.standing.steps.reduce((sum, one) => sum + one.pads, 0);
  return (
    <section aria-label="Finished" className="space-y-3 p-4">
      <h2 className="text-[1.75rem] leading-tight font-bold" data-step="over" tabIndex={-1}>
        #{casting.serial} is finished
      </h2>
      {minutes > 0 && <p className="text-lg">{minutes} min at the machine, by its entries.</p>}
      {pads > 0 && <p className="text-lg">Pads worn: {pads}</p>}
      <button type="button" className="button min-h-14" onClick={() => work.ask({ kind: "note" })}>
        Note, photo
      </button>
    </section>
  );
}
