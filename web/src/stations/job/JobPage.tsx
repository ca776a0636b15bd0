import { useNavigate } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { EditorProvider } from "@/api/editing";
import { useEditor } from "@/api/editor";
import { isTyping } from "@/parts/typing";
import { WhyProvider } from "@/parts/Why";
import { ArchStation } from "../arch/ArchStation";
import { CabinetsStation } from "../cabinets/CabinetsStation";
import { CostStation } from "../cost/CostStation";
import { CureStation } from "../cure/CureStation";
import { FinishStation } from "../finish/FinishStation";
import { FormStation } from "../form/FormStation";
import { GroundStation } from "../ground/GroundStation";
import { LogStation } from "../log/LogStation";
import { MeasureStation } from "../measure/MeasureStation";
import { MixStation } from "../mix/MixStation";
import { MoveStation } from "../move/MoveStation";
import { SteelStation } from "../steel/SteelStation";
import { WarmStation } from "../warm/WarmStation";
import { Conflict } from "./Conflict";
import { Keys } from "./Keys";
import { OfVariant } from "./OfVariant";
import { OthersChange } from "./OthersChange";
import { type Entry, Rail, stationsOf } from "./Rail";
import { Unsent } from "./Unsent";

const SCREENS = {
  measure: MeasureStation,
  arch: ArchStation,
  warm: WarmStation,
  ground: GroundStation,
  cabinets: CabinetsStation,
  form: FormStation,
  steel: SteelStation,
  mix: MixStation,
  cure: CureStation,
  move: MoveStation,
  finish: FinishStation,
  cost: CostStation,
  log: LogStation,
};

/** One job: the rail, and the station that is open. */
export function JobPage({ jobId, station }: { jobId: string; station: Entry }) {
  const editor = useEditor(jobId);
  const navigate = useNavigate();
  const [keys, setKeys] = useState(false);
  const Screen = SCREENS[station];

  useEffect(() => {
    document.title = `${editor.kept.job.name} · Ulbrek`;
  }, [editor.kept.job.name]);

  const { arch, warm, ground, cabinets } = editor.shown.headline;
  useEffect(() => {
    const stations = stationsOf({ arch, warm, ground, cabinets });
    function key(event: KeyboardEvent) {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return;
      const at = stations[Number(event.key) - 1];
      if (at) void navigate({ to: "/jobs/$jobId/$station", params: { jobId, station: at.station } });
      if (event.key === "?") setKeys(true);
    }
    addEventListener("keydown", key);
    return () => removeEventListener("keydown", key);
  }, [jobId, navigate, arch, warm, ground, cabinets]);

  return (
    <EditorProvider value={editor}>
      <WhyProvider plan={editor.shown.plan}>
        <div className="flex h-dvh flex-col overflow-hidden max-lg:pb-16 lg:flex-row">
          <Rail id={jobId} headline={editor.shown.headline} record={editor.kept.record} onKeys={() => setKeys(true)} />
          <div className="flex min-h-0 min-w-0 flex-1 flex-col">
            <Unsent />
            <OfVariant id={jobId} />
            {editor.readOnly && (
              <p className="border-b border-line bg-paper px-4 py-2 text-soft">
                To look at: makers and owners change jobs.
              </p>
            )}
            <Screen />
          </div>
        </div>
        <Conflict />
        <OthersChange />
        <Keys open={keys} onClose={() => setKeys(false)} />
      </WhyProvider>
    </EditorProvider>
  );
}
