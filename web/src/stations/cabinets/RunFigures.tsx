import type { Schemas } from "@/api/client";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import type { RunResult } from "./run";

/** What the boards and braces of a run come to, top by top, and what its cabinets carry. */
export function RunFigures({ run }: { run: RunResult }) {
  const { units } = usePreferences();
  return (
    <>
      {run.fits.map((fit) => (
        <p key={fit.leg} className="border-b border-line py-2" data-fit={fit.leg}>
          {fit.leg === "back" ? "Back" : fit.leg === "left" ? "Left" : "Right"} leg:{" "}
          {write(fit.units_mm, "tape", units)} of {write(fit.wall_mm, "tape", units)}
          {Math.abs(fit.over_mm) < 1
            ? ", it closes."
            : `, ${write(Math.abs(fit.over_mm), "tape", units)} ${fit.over_mm > 0 ? "open" : "too much"}.`}
        </p>
      ))}
      {run.tops
        .filter((top) => top.piece !== null)
        .map((top) => (
          <section key={top.piece} aria-label={top.name}>
            <h2 className="mb-1 text-lg font-bold">{top.name}</h2>
            <dl>
              {top.load && <FigureLine label="Load on cabinets" figure={top.load} />}
              {top.boards.map((board) => (
                <Counted
                  key={board.key}
                  label={`Board ${board.key.replace("under-", "")}`}
                  each={`${write(board.length_mm, "cut", units)} × ${write(board.width_mm, "cut", units)}`}
                />
              ))}
              {top.lumber.map((one) => (
                <Counted key={one.key} label={one.name} count={one.count} each={write(one.length_mm, "cut", units)} />
              ))}
              {top.screws && <FigureLine label="Screws" figure={top.screws} />}
              {top.tape && <FigureLine label="Tape over seams" figure={top.tape} />}
              {top.clips && <FigureLine label="Clips for mesh" figure={top.clips} />}
            </dl>
          </section>
        ))}
      <section aria-label="Boards and cover">
        <h2 className="mb-1 text-lg font-bold">Boards and cover</h2>
        <p className="py-1">{run.board_name}</p>
        <dl>
          <FigureLine label="Braces, at most apart" figure={run.spacing} />
          <FigureLine label="Same, over four or more" figure={run.spacing_several} />
          {run.brace_bow && <FigureLine label="Bow of a brace" figure={run.brace_bow} />}
          {run.brackets && <FigureLine label="Brackets" figure={run.brackets} />}
          <FigureLine label="Floor cover" figure={run.cover} />
          {run.more && <FigureLine label="More concrete at the wall" figure={run.more} />}
        </dl>
      </section>
    </>
  );
}

function Counted({ label, count, each }: { label: string; count?: number; each: string }) {
  return (
    <div className="flex min-h-11 items-center justify-between gap-3 border-b border-line">
      <dt>{label}</dt>
      <dd className="figure whitespace-nowrap">{count === undefined ? each : `${count} × ${each}`}</dd>
    </div>
  );
}

/** How the concrete comes to the tops. */
export function Carrying({ found }: { found: Schemas["CabinetsResult"] }) {
  if (!found.buckets || !found.carrying) return null;
  return (
    <dl>
      <FigureLine label="Buckets to carry" figure={found.buckets} />
      <FigureLine label="Carrying takes" figure={found.carrying} />
    </dl>
  );
}
