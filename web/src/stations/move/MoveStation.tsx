import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Job, PiecePlan } from "@/api/client";
import { withField } from "@/api/editor";
import { shopQuery } from "@/api/queries";
import { Choice } from "@/parts/Choice";
import { Findings } from "@/parts/Findings";
import { NumberField } from "@/parts/NumberField";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { MASS, write } from "@/units/quantity";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { PieceSelect } from "../job/PieceSelect";
import { findingsOf, type StationProps, useApply } from "../job/station";
import { typed } from "../measure/kinds";
import { HandlingCard } from "./HandlingCard";
import { InPlace } from "./InPlace";
import { JoinedParts } from "./JoinedParts";
import { Lifts } from "./Lifts";
import { PostureFields } from "./PostureFields";
import { ShopFigure } from "./ShopFigure";
import { TeamScale } from "./TeamScale";

const CARRIERS = [
  { field: "bench_kg", label: "The bench under the form carries", empty: "not known" },
  { field: "dolly_kg", label: "The dolly or cart carries", empty: "there is none" },
] as const;

const TEAMS = ["1", "2", "3", "4"] as const;

/** Move: what each piece weighs in the hand, and how many people it takes. */
export function MoveStation({ editor }: StationProps) {
  const { units } = usePreferences();
  const { job, plan } = editor.shown;
  const apply = useApply(editor);
  const { data: shop } = useQuery(shopQuery);
  const [index, setIndex] = useState(0);
  const first = plan.pieces[index] ?? plan.pieces[0];
  if (!first) return null;
  const mass = MASS[units];
  const people = String(Math.min(4, job.handling?.people ?? 2)) as (typeof TEAMS)[number];
  const byEquation = job.handling?.posture != null;
  const set = (field: string, value: unknown, what: string) =>
    editor.change((now: Job) => withField(now, `/handling/${field}`, value), what);

  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">First</h2>
        <Findings findings={findingsOf(plan, "move")} onChange={apply} />
      </section>
      <PieceFigures piece={first} />
      <Care lines={first.handling.care} />
    </>
  );

  return (
    <Bench
      editor={editor}
      title="Move"
      tools={<PieceSelect job={job} index={index} onChoose={setIndex} />}
      ticket={ticket}
      findings={findingsOf(plan, "move")}
    >
      <div className="mx-auto max-w-3xl space-y-8 p-5">
        <HandlingCard piece={first} plan={plan} />
        <section aria-label="People there">
          <h2 className="mb-2 text-lg font-bold">People there on the day</h2>
          <Choice
            label="People there"
            value={people}
            choices={TEAMS.map((team) => ({ value: team, text: team === "4" ? "4 or more" : team }))}
            onChoose={(team) => void set("people", Number(team), `${team} people there`)}
          />
          <div className="mt-2 grid gap-x-8 sm:grid-cols-2">
            {CARRIERS.map(({ field, label, empty }) => {
              const kg = job.handling?.[field] ?? null;
              return (
                <NumberField
                  key={field}
                  label={label}
                  unit={mass.name}
                  value={kg === null ? null : Math.round((kg / mass.kg) * 10) / 10}
                  empty={empty}
                  onKeep={(typed) => set(field, typed === null ? null : typed * mass.kg, `${label}: ${typed ?? empty}`)}
                />
              );
            })}
          </div>
        </section>
        <TeamScale piece={first} />
        <Lifts
          piece={first}
          length={first.measure.length_mm}
          width={first.measure.width_mm}
          onCarry={(way) => void set("carry", way, `Carried ${way}`)}
        />
        <InPlace job={job} piece={first} editor={editor} />
        <JoinedParts job={job} plan={plan} editor={editor} />
        <section aria-label="What one person lifts">
          <h2 className="mb-2 text-lg font-bold">
            One person lifts {write(first.handling.one_person_kg, "kg", units)}
          </h2>
          <Choice
            label="Judged by"
            value={byEquation ? "equation" : "shop"}
            choices={[
              { value: "shop", text: "the shop's figure" },
              { value: "equation", text: "the lifting equation" },
            ]}
            onChoose={(by) =>
              void set(
                "posture",
                by === "shop"
                  ? null
                  : {
                      hands_out: typed("40 cm"),
                      height_at_start: typed("75 cm"),
                      height_at_end: typed("90 cm"),
                      twist_deg: 0,
                      grip: "poor",
                    },
                by === "shop" ? "Lifting judged by the shop's figure" : "Lifting judged by the lifting equation",
              )
            }
          />
          <p className="mt-2 text-soft">
            {byEquation
              ? "The equation lowers the shop's figure where hands are far out, low or high. It is for one person, both hands, now and then."
              : "The shop sets this for a fit adult and a lift now and then. The lifting equation looks at how they stand."}
          </p>
          {shop && <ShopFigure shop={shop} units={units} />}
          {job.handling?.posture && <PostureFields posture={job.handling.posture} editor={editor} />}
        </section>
      </div>
    </Bench>
  );
}

function PieceFigures({ piece }: { piece: PiecePlan }) {
  const { units } = usePreferences();
  const handled = piece.handling;
  const what = piece.measure.parts.length ? "The heaviest casting" : "Mass";
  return (
    <section aria-label={piece.name}>
      <h2 className="mb-1 text-lg font-bold">{piece.name}</h2>
      <dl>
        <FigureLine label={`${what}, ${piece.steel.mass ? "with its steel" : "fresh"}`} figure={handled.mass} />
        {piece.measure.parts.length === 0 && (
          <>
            <FigureLine label="stripped" figure={piece.measure.mass_stripped} />
            <FigureLine label="dried out" figure={piece.measure.mass_dry} />
          </>
        )}
        {handled.in_form && <FigureLine label="with its form" figure={handled.in_form} />}
        <FigureLine
          label="To carry it"
          figure={handled.people_needed}
          text={handled.by_hand ? write(handled.people_needed.value, "people", units) : "cart or hoist"}
        />
        {handled.one_person && <FigureLine label="One person lifts" figure={handled.one_person} />}
      </dl>
    </section>
  );
}
