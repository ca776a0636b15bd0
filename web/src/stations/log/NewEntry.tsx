import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, type Piece, type PiecePlan, Refused, take } from "@/api/client";
import { type Casting, castingsQuery, type Entry, type LogEntry, sendPhoto } from "@/api/records";
import type { Point } from "@/drawing/view";
import { Choice } from "@/parts/Choice";
import { MM_PER_INCH } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { trim } from "@/units/quantity";
import { PlacePlan } from "../castings/PlacePlan";
import { DefectKind } from "../defects/DefectKind";
import { EntryForm, EntryText, numberOf } from "../records/EntryForm";
import { KG } from "../records/words";

type Kind = "note" | "weighing" | "test" | "defect";
const INCH = { in: { name: "in", mm: MM_PER_INCH }, mm: { name: "mm", mm: 1 } };
const KINDS: readonly { value: Kind; text: string }[] = [
  { value: "note", text: "Note" },
  { value: "weighing", text: "Weighing" },
  { value: "test", text: "Test" },
  { value: "defect", text: "Defect" },
];

interface Props {
  jobId: string;
  pieces: Piece[];
  plans: PiecePlan[];
  acts: Map<string, string>;
  pourId: string | null;
  /** The entry that this one corrects. */
  corrects: LogEntry | null;
  /** The casting that it is about, where that is settled. */
  castingId?: string;
  onDone: () => void;
}

function poured(page: { castings: Casting[] } | undefined): Casting[] {
  return page?.castings.filter((one) => one.state !== "planned") ?? [];
}

/** Something seen, weighed or tested, with its photos; a defect with its place on the piece. */
export function NewEntry({ jobId, pieces, plans, acts, pourId, corrects, castingId, onDone }: Props) {
  const { units } = usePreferences();
  const { data, refetch } = useQuery({ ...castingsQuery({ job_id: jobId }), enabled: castingId === undefined });
  const castings = poured(data);
  const [kind, setKind] = useState<Kind>(KINDS.find((one) => one.value === corrects?.kind)?.value ?? "note");
  const [chosen, setCasting] = useState(corrects?.casting_id ?? castingId ?? "");
  const [mass, setMass] = useState("");
  const [act, setAct] = useState(corrects?.act ?? "float");
  const [ready, setReady] = useState<"yes" | "no">("yes");
  const [spot, setSpot] = useState<Point | null>(null);
  const [defect, setDefect] = useState<string | null>(corrects?.defect ?? null);
  const [progress, setProgress] = useState<string>();
  const [photos, setPhotos] = useState<File[]>([]);
  const isOfCasting = kind === "weighing" || kind === "defect";
  const casting = chosen || (isOfCasting ? (castings[0]?.id ?? "") : "");
  const pieceId = castings.find((one) => one.id === casting)?.piece ?? pieces[0]?.id;
  const piece = pieces.find((one) => one.id === pieceId);
  const plan = plans.find((one) => one.id === pieceId);

  async function send(entry: Entry) {
    // What is remembered may be from before the pour that was just begun.
    const of = casting || (isOfCasting ? poured((await refetch()).data)[0]?.id : undefined);
    if (isOfCasting && !of) throw new Refused(422, "Nothing of this job is poured yet. Start a pour first.");
    const seen = await take(
      client.POST("/api/observations", {
        body: {
          id: entry.id,
          at: entry.at,
          note: "",
          member_id: entry.member_id,
          kind,
          text: entry.note,
          job_id: jobId,
          ...(of && kind !== "test" ? { casting_id: of } : {}),
          ...(kind === "test" ? { pour_id: pourId, act, ready: ready === "yes" } : {}),
          ...(kind === "weighing" ? { mass_kg: numberOf(mass, "Weight") * KG[units].kg } : {}),
          ...(kind === "defect" && spot ? { x_mm: spot.x, y_mm: spot.y, face: "top" as const } : {}),
          ...(kind === "defect" && defect ? { defect } : {}),
          ...(corrects ? { replaces: corrects.id } : {}),
        },
      }),
    );
    for (const [number, photo] of photos.entries()) {
      setProgress(`Sending photo ${number + 1} of ${photos.length}`);
      await sendPhoto(seen, photo);
    }
    setProgress(undefined);
    setPhotos([]);
    setMass("");
  }

  return (
    <EntryForm
      label={corrects ? "Save the correction" : "Save"}
      note={kind === "defect" ? "What is wrong" : "Observation"}
      send={send}
      onDone={onDone}
      progress={progress}
      below={
        <label className="block">
          Photos
          <input
            type="file"
            accept="image/jpeg,image/png,image/webp"
            multiple
            className="field py-2"
            onChange={(event) => setPhotos([...(event.target.files ?? [])])}
          />
          <span className="text-soft">Location and device data are removed.</span>
        </label>
      }
    >
      {corrects ? null : <Choice label="Kind of entry" value={kind} choices={KINDS} onChoose={setKind} />}
      {kind !== "test" && castingId === undefined && castings.length > 0 && (
        <label className="block">
          Casting
          <select className="field" value={casting} onChange={(event) => setCasting(event.target.value)}>
            {kind === "note" && <option value="">whole job</option>}
            {castings.map((one) => (
              <option key={one.id} value={one.id}>
                #{one.serial} {one.piece_name}, {one.state}
              </option>
            ))}
          </select>
        </label>
      )}
      {kind === "weighing" && <EntryText label="Weight" unit={KG[units].name} number value={mass} onChange={setMass} />}
      {kind === "test" && <TestFields acts={acts} act={act} ready={ready} onAct={setAct} onReady={setReady} />}
      {kind === "defect" && <DefectKind kind={defect} onKind={setDefect} none="Not sure yet" />}
      {kind === "defect" && piece && plan && <DefectPlace piece={piece} plan={plan} spot={spot} onSpot={setSpot} />}
    </EntryForm>
  );
}

interface TestProps {
  acts: Map<string, string>;
  act: string;
  ready: "yes" | "no";
  onAct: (act: string) => void;
  onReady: (ready: "yes" | "no") => void;
}

/** Which act was tested for, and whether it may be done. */
function TestFields({ acts, act, ready, onAct, onReady }: TestProps) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <label className="block flex-1">
        Test for
        <select className="field" value={act} onChange={(event) => onAct(event.target.value)}>
          {[...acts].map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <Choice
        label="Outcome"
        value={ready}
        choices={[
          { value: "yes", text: "Ready" },
          { value: "no", text: "Not yet" },
        ]}
        onChoose={onReady}
      />
    </div>
  );
}

interface DefectProps {
  piece: Piece;
  plan: PiecePlan;
  spot: Point | null;
  onSpot: (spot: Point) => void;
}

/** Where on a piece a defect is: tapped on its drawing, or typed. */
function DefectPlace({ piece, plan, spot, onSpot }: DefectProps) {
  const { units } = usePreferences();
  const { name, mm } = INCH[units];
  return (
    <>
      <PlacePlan
        piece={piece}
        plan={plan}
        spots={spot ? [{ id: "new", x_mm: spot.x, y_mm: spot.y, label: "×" }] : []}
        onPlace={(x, y) => onSpot({ x, y })}
      />
      <div className="grid grid-cols-2 gap-3">
        {(["x", "y"] as const).map((axis) => (
          <label key={axis} className="block">
            {axis === "x" ? "From left" : "From front"} <span className="text-soft">in {name}</span>
            <input
              type="number"
              min="0"
              step="any"
              className="field figure"
              value={spot ? trim(spot[axis] / mm, units === "in" ? 2 : 0) : ""}
              onChange={(event) => onSpot({ x: 0, y: 0, ...spot, [axis]: Number(event.target.value) * mm })}
            />
          </label>
        ))}
      </div>
    </>
  );
}
