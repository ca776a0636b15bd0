import type { Job, PiecePlan, Schemas } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { Select } from "@/parts/Choice";
import { LengthField } from "@/parts/LengthField";
import { NumberField } from "@/parts/NumberField";
import { FigureButton } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { MASS, write } from "@/units/quantity";
import { StressStrip } from "./StressStrip";

type Standing = Partial<Schemas["Standing"]>;

const USES = [
  "top or shelf",
  "seat",
  "table",
  "pad or step on the ground",
  "base or leg",
  "vessel",
  "block or weight",
  "weight over a body",
  "hung or overhead",
  "holds earth back",
] as const;
const RESTS = [
  { value: "all over", text: "all over, on a cabinet or the ground" },
  { value: "at both ends", text: "at both ends" },
  { value: "on supports", text: "on supports" },
] as const;
const PUT = ["turned down onto it", "slid onto it", "lowered by straps", "cast where it stays"] as const;
const WIDTH = 520;
const STRIP_PX = 60;
const MOST_SUPPORTS = 20;

/** What a piece rests on, what is put on it, and what that asks of it. */
export function InPlace({ job, piece, editor }: { job: Job; piece: PiecePlan; editor: Editor }) {
  const { units } = usePreferences();
  const mass = MASS[units];
  const standing: Standing = job.handling?.standing?.[piece.id] ?? {};
  const supports = standing.supports ?? [];
  const set = (part: Partial<Standing>, what: string) =>
    editor.change(
      (now) => withField(now, `/handling/standing/${piece.id}`, { ...now.handling?.standing?.[piece.id], ...part }),
      what,
    );
  const kilos = (label: string, field: "load_kg" | "carries_kg", empty?: string) => {
    const value = standing[field] ?? (field === "load_kg" ? 100 : null);
    return (
      <NumberField
        label={label}
        unit={mass.name}
        value={value === null ? null : Math.round((value / mass.kg) * 10) / 10}
        {...(empty ? { empty } : {})}
        onKeep={(typed) => set({ [field]: typed === null ? null : typed * mass.kg }, `${label}: ${typed ?? empty}`)}
      />
    );
  };
  const placed = piece.handling.placed;
  const places = piece.handling.lifts[1]?.places ?? [];
  const run = (places.at(-1)?.at_mm ?? 0) - (places[0]?.at_mm ?? 0); // of the casting, not of what seams divide
  return (
    <section aria-label="In its place">
      <h2 className="text-lg font-bold">In its place</h2>
      {placed && <Elevation placed={placed} run={run} />}
      <div className="mt-2 grid gap-x-8 sm:grid-cols-2">
        <Select
          label="Used as"
          value={standing.use ?? "top or shelf"}
          choices={USES.map((value) => ({ value, text: value }))}
          onChoose={(use) => void set({ use }, `${piece.name}: ${use}`)}
        />
        <Select
          label="It rests"
          value={standing.rests ?? "all over"}
          choices={RESTS}
          onChoose={(rests) => void set({ rests }, `${piece.name} rests ${rests}`)}
        />
        <Select
          label="It is"
          value={standing.put ?? "turned down onto it"}
          choices={PUT.map((value) => ({ value, text: value }))}
          onChoose={(put) => void set({ put }, `${piece.name} is ${put}`)}
        />
        {kilos("Load on one place", "load_kg")}
        {kilos("What carries it holds", "carries_kg", "not known")}
        {standing.use === "weight over a body" && (
          <Select
            label="Its bar is held"
            value={standing.anchored ? "anchored" : "gripped"}
            choices={[
              { value: "gripped", text: "by the concrete alone" },
              { value: "anchored", text: "by a nut, a pin or a flange" },
            ]}
            onChoose={(how) => void set({ anchored: how === "anchored" }, `Bar ${how}`)}
          />
        )}
      </div>
      {standing.rests === "on supports" && (
        <div className="mt-2">
          <ul className="grid gap-x-8 sm:grid-cols-2">
            {supports.map((support, index) => {
              const key = `${index} of ${supports.length}`;
              return (
                <li key={key} className="flex items-center gap-3">
                  <span className="flex-1">
                    <LengthField
                      label={`Support ${index + 1}`}
                      length={{ mm: support.mm, typed: support.typed ?? null }}
                      onKeep={(typed) =>
                        set(
                          { supports: supports.map((one, at) => (at === index ? (typed as never) : one)) },
                          `Support ${index + 1} at ${typed.typed}`,
                        )
                      }
                    />
                  </span>
                  <button
                    type="button"
                    className="min-h-11 underline"
                    aria-label={`Take support ${index + 1} away`}
                    onClick={() =>
                      void set(
                        { supports: supports.filter((_, at) => at !== index) },
                        `Support ${index + 1} taken away`,
                      )
                    }
                  >
                    Take away
                  </button>
                </li>
              );
            })}
          </ul>
          {supports.length < MOST_SUPPORTS && (
            <button
              type="button"
              className="button mt-2"
              onClick={() => {
                const taken = supports.map((one) => one.mm);
                const at = [0, run, run / 2, run / 4, (3 * run) / 4].find((mm) => !taken.includes(mm)) ?? run / 3;
                void set({ supports: [...supports, { mm: Math.round(at) }] }, "Put a support in");
              }}
            >
              Put a support in
            </button>
          )}
          {supports.length < 2 && <p className="text-soft">With fewer than two it is taken as resting at its ends.</p>}
        </div>
      )}
      {placed && (
        <p className="mt-2">
          With 1.2 of its weight and 1.6 of the load, {writeLength(Math.round(placed.load_at_mm), units)} along it:{" "}
          <FigureButton figure={placed.asked} /> are asked. Plain it bends to{" "}
          <FigureButton figure={placed.lift.stress} /> of the{" "}
          <FigureButton figure={placed.lift.limit} text={write(placed.lift.limit.value, "MPa", units)} /> that it may at
          28 days;{" "}
          {placed.steel ? (
            <>
              its steel alone may carry <FigureButton figure={placed.steel} />.
            </>
          ) : (
            "no steel crosses that place."
          )}{" "}
          What carries it carries <FigureButton figure={placed.in_all} />.
        </p>
      )}
      {piece.handling.cracked && (
        <p className="mt-1 text-soft">
          For information: cracked through at its weakest place, its steel still carries{" "}
          <FigureButton figure={piece.handling.cracked.moment} /> where carrying it flat asks{" "}
          {write(piece.handling.cracked.asked_nm, "N.m", units)}. It holds the pieces together; it does not keep it from
          cracking.
        </p>
      )}
    </section>
  );
}

function Elevation({ placed, run }: { placed: NonNullable<PiecePlan["handling"]["placed"]>; run: number }) {
  const { units } = usePreferences();
  const low = placed.lift.places[0]?.at_mm ?? 0;
  const x = (mm: number) => 30 + (mm / run) * (WIDTH - 60);
  return (
    <div className="mt-2">
      <svg
        width={WIDTH}
        height={132}
        className="h-auto max-w-full"
        viewBox={`0 0 ${WIDTH} 132`}
        role="img"
        aria-label="It on its supports, with the load"
      >
        <path d={`M${x(placed.load_at_mm)} 6v32m-7 -11l7 11l7 -11`} stroke="var(--chalk)" strokeWidth="3" fill="none" />
        <rect
          x={x(0)}
          y={40}
          width={WIDTH - 60}
          height={16}
          fill="var(--concrete)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <line
          x1={x(placed.lift.at_mm - low)}
          x2={x(placed.lift.at_mm - low)}
          y1={36}
          y2={60}
          stroke="var(--ink)"
          strokeWidth="4"
        />
        {placed.supports_mm.map((at, index) => (
          <g key={at}>
            <path d={`M${x(at)} 57l-10 18h20z`} fill="var(--board)" stroke="var(--ink)" />
            <text x={x(at)} y={index % 2 ? 118 : 96} textAnchor="middle" className="figure text-base" fill="var(--ink)">
              {write(placed.carried[index]?.value ?? 0, "kg", units)}
            </text>
          </g>
        ))}
      </svg>
      <div className="px-[5.8%]">
        <StressStrip lift={placed.lift} low={low} high={low + run} width={WIDTH - 60} height={STRIP_PX} />
      </div>
    </div>
  );
}
