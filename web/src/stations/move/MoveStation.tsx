import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { PiecePlan, Shop } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { shopQuery } from "@/api/queries";
import { Choice } from "@/parts/Choice";
import { DocField } from "@/parts/DocField";
import { Findings } from "@/parts/Findings";
import { specOf } from "@/parts/specs";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { entryOf, write } from "@/units/quantity";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { PieceSelect } from "../job/PieceSelect";
import { findingsOf, useApply } from "../job/station";
import { HandlingCard } from "./HandlingCard";
import { InPlace } from "./InPlace";
import { JoinedParts } from "./JoinedParts";
import { Lifts } from "./Lifts";
import { PostureFields } from "./PostureFields";
import { ShopFigure } from "./ShopFigure";
import { TeamScale } from "./TeamScale";

const TEAMS = ["1", "2", "3", "4"] as const;

/** Move: what each piece weighs in the hand, and how many people it takes. */
export function MoveStation() {
  const editor = useJobEditor();
  const { job, plan } = editor.shown;
  const apply = useApply();
  const { units } = usePreferences();
  const { data: shop } = useQuery(shopQuery);
  const [index, setIndex] = useState(0);
  const first = plan.pieces[index] ?? plan.pieces[0];
  if (!first) return null;
  const people = String(Math.min(4, first.handling.people_there)) as (typeof TEAMS)[number];
  const carries = (kg: number | null) => (kg === null ? "none" : String(Math.round(entryOf("kg", units).show(kg))));
  const set = (field: string, value: unknown, what: string) =>
    editor.change((now) => withField(now, `/handling/${field}`, value), what);

  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">Fix first</h2>
        <Findings findings={findingsOf(plan, "move")} onChange={apply} />
      </section>
      <PieceFigures piece={first} />
      <Care lines={first.handling.care} />
    </>
  );

  return (
    <Bench
      title="Move"
      tools={<PieceSelect job={job} index={index} onChoose={setIndex} />}
      ticket={ticket}
      findings={findingsOf(plan, "move")}
    >
      <div className="mx-auto max-w-3xl space-y-8 p-5">
        <HandlingCard piece={first} plan={plan} />
        <section aria-label="People there">
          <h2 className="mb-2 text-lg font-bold">People on the day</h2>
          <Choice
            label="People there"
            value={people}
            choices={TEAMS.map((team) => ({ value: team, text: team === "4" ? "4 or more" : team }))}
            onChoose={(team) =>
              void editor.change(
                (now) => withField(withField(now, "/handling/people", Number(team)), "/handling/there", []),
                `${team} people there`,
              )
            }
          />
          {shop && shop.people.length > 0 && (
            <Who shop={shop} onChoose={(there, what) => void set("there", there, what)} />
          )}
          {!first.handling.stays && (
            <>
              <div className="mt-2 fields">
                <DocField
                  at="/handling"
                  spec={specOf("HandlingInputs", "bench_kg")}
                  none={carries(first.handling.bench_kg)}
                />
                <DocField
                  at="/handling"
                  spec={specOf("HandlingInputs", "dolly_kg")}
                  none={carries(first.handling.dolly_kg)}
                />
              </div>
              <p className="text-soft">Empty: as the shop’s. Enter 0 where there is none for this job.</p>
            </>
          )}
        </section>
        {!first.handling.stays && <TeamScale piece={first} />}
        {!first.handling.stays && (
          <Lifts
            piece={first}
            length={first.measure.length_mm}
            width={first.measure.width_mm}
            onCarry={(way) => void set("carry", way, `Carry: ${way}`)}
          />
        )}
        {!first.handling.stays && <InPlace piece={first} />}
        <JoinedParts />
        <OnePerson piece={first} />
      </div>
    </Bench>
  );
}

/** Who of the shop is there: each lifts by their own figure, and the weakest counts for the team. */
function Who({ shop, onChoose }: { shop: Shop; onChoose: (there: string[], what: string) => void }) {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const { there } = editor.shown.job.handling;
  return (
    <fieldset className="mt-3" data-field="/handling/there">
      <legend className="text-soft">Or choose who is there; the weakest counts for the team</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {shop.people.map((person) => {
          const here = there.includes(person.id);
          const next = here ? there.filter((id) => id !== person.id) : [...there, person.id];
          return (
            <button
              key={person.id}
              type="button"
              aria-pressed={here}
              className={`button px-3 ${here ? "button-pressed" : ""}`}
              onClick={() => onChoose(next, `${person.name} ${here ? "not there" : "there"}`)}
            >
              {person.name}, {write(person.lifts_kg ?? shop.one_person_lifts_kg, "allowed", units)}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}

/** What one person may lift: by the shop's figure, or as they stand to it. */
function OnePerson({ piece }: { piece: PiecePlan }) {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const { data: shop } = useQuery(shopQuery);
  const { posture } = editor.shown.job.handling;
  return (
    <section aria-label="What one person may lift">
      <h2 className="mb-2 text-lg font-bold">One person may lift {write(piece.handling.one_person_kg, "kg", units)}</h2>
      <Choice
        label="Limit from"
        value={posture ? "equation" : "shop"}
        choices={[
          { value: "shop", text: "the shop's figure" },
          { value: "equation", text: "the lifting equation" },
        ]}
        onChoose={(by) =>
          void editor.change(
            (now) => withField(now, "/handling/posture", by === "shop" ? null : {}),
            by === "shop" ? "Lifting judged by the shop's figure" : "Lifting judged by the lifting equation",
          )
        }
      />
      <p className="mt-2 text-soft">
        {posture
          ? "The equation lowers the shop's figure where hands are far out, low or high. It is for one person, both hands, now and then."
          : "The shop sets this for a fit adult and a lift now and then. The lifting equation looks at how they stand."}
      </p>
      {shop && <ShopFigure shop={shop} units={units} />}
      {posture && <PostureFields />}
    </section>
  );
}

function PieceFigures({ piece }: { piece: PiecePlan }) {
  const { units } = usePreferences();
  const handled = piece.handling;
  const what = piece.measure.parts.length ? "Heaviest casting" : "Weight";
  return (
    <section aria-label={piece.name}>
      <h2 className="mb-1 text-lg font-bold">{piece.name}</h2>
      <dl>
        <FigureLine label={`${what}, ${piece.steel.mass ? "fresh, with steel" : "fresh"}`} figure={handled.mass} />
        {piece.measure.parts.length === 0 && (
          <>
            <FigureLine label="Weight at stripping" figure={piece.measure.mass_stripped} />
            <FigureLine label="Weight air-dry" figure={piece.measure.mass_dry} />
          </>
        )}
        {handled.on_bar && <FigureLine label="Both heads and bar" figure={handled.on_bar} />}
        {handled.in_form && !handled.stays && <FigureLine label="Weight in its form" figure={handled.in_form} />}
        {!handled.stays && (
          <FigureLine
            label="People to carry"
            figure={handled.people_needed}
            text={handled.by_hand ? write(handled.people_needed.value, "people", units) : "cart or hoist"}
          />
        )}
        {handled.one_person && !handled.stays && <FigureLine label="One person may lift" figure={handled.one_person} />}
      </dl>
    </section>
  );
}
