import { Link } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { Footer } from "@/day/Footer";
import { Telling } from "@/day/Telling";
import { useAwake, useKeptHere } from "@/day/useDevice";
import { useNextAct } from "@/day/useNextAct";
import { WrittenDown } from "@/day/WrittenDown";
import { type CastingNow, type Finish, useFinish } from "@/finish/useFinish";
import { usePreferences } from "@/units/preferences";
import { fill } from "@/units/sentence";
import { Alike } from "./Alike";
import { Castings } from "./Castings";
import { Earlier } from "./Earlier";
import { MarkDialog } from "./MarkDialog";
import { ScratchCheck } from "./ScratchCheck";
import { StepPanel } from "./StepPanel";
import { StepRail } from "./StepRail";
import { useAtMachine } from "./useAtMachine";
import { said } from "./words";

/** The machine: one casting, one step at a time, with the network or without it. */
export function MachinePage({ pourId }: { pourId: string }) {
  const { who } = usePreferences();
  const finish = useFinish(pourId, who || null);
  useAwake();
  useKeptHere();
  const [chosen, setChosen] = useState<string | null>(null);
  const casting =
    finish?.castings.find((one) => one.id === chosen) ??
    finish?.castings.find((one) => !one.standing.over) ??
    finish?.castings[0];
  if (finish && casting) return <AtWork key={casting.id} finish={finish} casting={casting} onChoose={setChosen} />;
  return (
    <main className="space-y-4 p-6">
      <h1 className="text-2xl font-bold">At the machine</h1>
      <p>{finish ? "Nothing is ground, filled or sealed on the castings of this pour." : "The sheet is on its way."}</p>
      <ToThePour pourId={pourId} />
    </main>
  );
}

interface Props {
  finish: Finish;
  casting: CastingNow;
  onChoose: (casting: string) => void;
}

function AtWork({ finish, casting, onChoose }: Props) {
  const { units } = usePreferences();
  const { view } = finish;
  const work = useAtMachine(finish, casting);
  const { step, now, asked, close } = work;
  const main = useRef<HTMLElement>(null);
  useNextAct(`${step?.id} ${work.act?.kind}`, main, work.tappedAt);
  if (asked?.kind === "look" && step)
    return (
      <ScratchCheck
        step={step}
        after={now?.after_grit ?? null}
        onAnswer={(gone) => {
          void work.say({ kind: gone ? "gone" : "left", step: step.id }, gone ? "the face is good" : "not yet good");
          close();
        }}
        onClose={close}
      />
    );
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="on-rail bg-rail text-rail-ink">
        <div className="flex items-baseline justify-between gap-4 px-4 py-3">
          <h1 className="min-w-0 truncate font-semibold">
            <span className="sr-only">At the machine: </span>
            {casting.face.name} <span className="figure">#{casting.serial}</span>
          </h1>
          <span className="shrink-0 text-rail-soft">{view.name}</span>
        </div>
        <StepRail casting={casting} shown={step?.id ?? null} onChoose={work.choose} />
      </header>
      <Castings finish={finish} shown={casting.id} onChoose={onChoose} />
      <main ref={main} className="mx-auto w-full max-w-6xl flex-1 pb-4">
        <StepPanel finish={finish} casting={casting} work={work} />
        <Alike differences={view.differences} castings={finish.castings} />
        <WrittenDown
          entries={work.written}
          say={(entry) => said(entry, casting, units)}
          zone={view.zone}
          onUndo={(entry) => void work.say({ kind: "undo", of: entry.id }, "")}
        />
        <p className="px-4 pt-4">
          <ToThePour pourId={view.pour_id} />
        </p>
      </main>
      <Footer run={finish} last={work.last} onUndo={work.undo} />
      {asked?.kind === "mark" && <MarkDialog mark={asked.mark} work={work} onClose={close} />}
      {asked?.kind === "earlier" && <Earlier finish={finish} work={work} onClose={close} />}
      {asked?.kind === "note" && (
        <Telling
          kind="note"
          title=""
          begun={work.photoOf}
          onTell={(text, photo) => void work.say({ kind: "note", step: step?.id ?? null, text }, text, photo)}
          onClose={close}
        />
      )}
      {asked?.kind === "skip" && step && (
        <Telling
          kind="skip"
          title={fill(step.name, {}, units)}
          onTell={(text) =>
            void work.say({ kind: "skip", step: step.id, text }, `left out: ${fill(step.name, {}, units)}`)
          }
          onClose={close}
        />
      )}
    </div>
  );
}

function ToThePour({ pourId }: { pourId: string }) {
  return (
    <Link to="/pours/$pourId" params={{ pourId }} className="button">
      To the pour
    </Link>
  );
}
