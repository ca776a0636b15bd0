import type { PiecePlan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { listAt } from "@/api/lists";
import { DocField } from "@/parts/DocField";
import { LengthField } from "@/parts/LengthField";
import { mostOf, specOf } from "@/parts/specs";
import { FigureButton, FigureLine } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { Elevation } from "./Elevation";

/** What a piece rests on, what is put on it, and what that asks of it. */
export function InPlace({ piece }: { piece: PiecePlan }) {
  const editor = useJobEditor();
  const standing = editor.shown.job.handling.standing[piece.id];
  const { placed, lifts } = piece.handling;
  const places = lifts[1]?.places ?? [];
  const run = (places.at(-1)?.at_mm ?? 0) - (places[0]?.at_mm ?? 0); // of the casting, not of what seams divide
  const place = { at: `/handling/standing/${piece.id}`, whose: piece.name };
  return (
    <section aria-label="In its place">
      <h2 className="text-lg font-bold">In its place</h2>
      {placed && <Elevation placed={placed} run={run} />}
      <div className="mt-2 fields">
        <DocField {...place} spec={specOf("Standing", "use")} />
        <DocField {...place} spec={specOf("Standing", "rests")} />
        <DocField {...place} spec={specOf("Standing", "put")} />
        <DocField {...place} spec={specOf("Standing", "load_kg")} />
        <DocField {...place} spec={specOf("Standing", "carries_kg")} />
        {standing?.use === "weight over a body" && <DocField {...place} spec={specOf("Standing", "anchored")} />}
      </div>
      <Upright piece={piece} />
      {standing?.rests === "on supports" && <Supports piece={piece} run={run} />}
      <Carried piece={piece} />
    </section>
  );
}

/** How it stands: on which slope, and what stands in it and catches the wind. */
function Upright({ piece }: { piece: PiecePlan }) {
  const { standing } = useJobEditor().shown.job.handling;
  const { in_wind: stood, tipping } = piece.handling;
  const place = { at: `/handling/standing/${piece.id}`, whose: piece.name };
  const stands = standing[piece.id];
  if (stands?.use !== "base or leg" && !stands?.sail_height && !tipping) return null;
  return (
    <>
      <div className="mt-2 fields">
        <DocField {...place} spec={specOf("Standing", "slope_deg")} />
        <DocField {...place} spec={specOf("Standing", "sail_height")} start={{ mm: 2000, typed: null }} />
        {stands?.sail_height && (
          <>
            <DocField {...place} spec={specOf("Standing", "sail_m2")} />
            <DocField {...place} spec={specOf("Standing", "pole_kg")} />
            <DocField {...place} spec={specOf("Standing", "blown")} />
          </>
        )}
      </div>
      {stood && (
        <dl>
          <FigureLine label="Wind that tips it" figure={stood.tips} />
          <FigureLine label="Wind that slides it" figure={stood.slides} />
          {stood.needed && <FigureLine label="Base needed" figure={stood.needed} />}
        </dl>
      )}
    </>
  );
}

/** The supports under a piece: where the middle of each is. */
function Supports({ piece, run }: { piece: PiecePlan; run: number }) {
  const editor = useJobEditor();
  const at = `/handling/standing/${piece.id}/supports`;
  const list = listAt(editor, at);
  const supports = editor.shown.job.handling.standing[piece.id]?.supports ?? [];
  const taken = supports.map((one) => one.mm);
  const free = [0, run, run / 2, run / 4, (3 * run) / 4].find((mm) => !taken.includes(mm)) ?? run / 3;
  return (
    <div className="mt-2">
      <ul className="fields">
        {supports.map((support, index) => {
          const key = `${index} of ${supports.length}`;
          const name = `Support ${index + 1}`;
          return (
            <li key={key} className="flex items-center gap-3">
              <span className="flex-1">
                <LengthField
                  label={name}
                  length={support}
                  onKeep={(typed) => list.set((all) => all.with(index, typed), `${name} at ${typed.typed}`)}
                />
              </span>
              <button
                type="button"
                className="min-h-11 underline"
                aria-label={`Remove support ${index + 1}`}
                onClick={() => void list.remove(index, `${name} removed`)}
              >
                Remove
              </button>
            </li>
          );
        })}
      </ul>
      {supports.length < mostOf("Standing", "supports") && (
        <button
          type="button"
          className="button mt-2"
          onClick={() => void list.add({ mm: Math.round(free) }, "Add a support")}
        >
          Add a support
        </button>
      )}
      {supports.length < 2 && <p className="text-soft">With fewer than two it counts as supported at its ends.</p>}
    </div>
  );
}

/** What is asked of it where the load is worst, and what its steel would still carry were it cracked. */
function Carried({ piece }: { piece: PiecePlan }) {
  const { units } = usePreferences();
  const { placed } = piece.handling;
  return (
    <>
      {placed && (
        <p className="mt-2">
          With load factors (1.2 of the weight, 1.6 of the load), point load{" "}
          {writeLength(Math.round(placed.load_at_mm), units)} from the left: <FigureButton figure={placed.asked} />{" "}
          bending moment. Bending stress <FigureButton figure={placed.lift.stress} /> of the{" "}
          <FigureButton figure={placed.lift.limit} text={write(placed.lift.limit.value, "MPa", units)} /> allowed at 28
          days;{" "}
          {placed.steel ? (
            <>
              steel alone may carry <FigureButton figure={placed.steel} />.
            </>
          ) : (
            "no steel crosses that section."
          )}{" "}
          Total on supports <FigureButton figure={placed.in_all} />.
        </p>
      )}
      {piece.handling.cracked && (
        <p className="mt-1 text-soft">
          If it cracks at its weakest section the steel still carries{" "}
          <FigureButton figure={piece.handling.cracked.moment} />; carrying it flat needs{" "}
          {write(piece.handling.cracked.asked_nm, "N.m", units)}. Steel keeps the parts together; it does not prevent
          the crack.
        </p>
      )}
    </>
  );
}
