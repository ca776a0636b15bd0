import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { type FigureView, figureQuery, type Group, type KnownView, knownQuery, type Quantity } from "@/api/records";
import { Select } from "@/parts/Choice";
import { usePreferences } from "@/units/preferences";
import { ShopPage } from "../records/ShopHeader";
import { Accepting } from "./Accepting";
import { ControlChart } from "./ControlChart";
import { DAYS, monthsOf, percent, STANDING, told } from "./figures";
import { OldNotes } from "./OldNotes";
import { RecordList } from "./RecordList";
import { YearPart } from "./YearPart";

const QUANTITIES = [
  "set",
  "yield",
  "drying",
  "water",
  "mixing",
  "placing",
  "grinding",
  "pads",
  "sealer",
] as const satisfies readonly Quantity[];

const SEASONS = [
  "December to February",
  "March to May",
  "June to August",
  "September to November",
] as const satisfies readonly KnownView["seasons"][number][];

const ALL = "all";

export interface KnownAsked extends Group {
  of?: Quantity;
}

/** What the address asks for; what is none of it is left out. */
export function askedOf(search: Record<string, unknown>): KnownAsked {
  const of = QUANTITIES.find((one) => one === search.of);
  const warmth = (["cold", "mild", "warm"] as const).find((one) => one === search.warmth);
  const season = SEASONS.find((one) => one === search.season);
  return {
    ...(of ? { of } : {}),
    ...(typeof search.mix === "string" && search.mix ? { mix: search.mix } : {}),
    ...(warmth ? { warmth } : {}),
    ...(season ? { season } : {}),
  };
}

/** The shop's own figures beside the rules, and the records that they rest on. */
export function KnownPage({ asked }: { asked: KnownAsked }) {
  const { of, ...rest } = asked;
  const { data: all } = useQuery(knownQuery({}));
  const group = ofMix(rest, all);
  const { data: known } = useQuery({ ...knownQuery(group), enabled: all !== undefined });
  const [imports, setImports] = useState(false);
  const chosen = of ?? known?.figures.find((one) => one.count > 0)?.quantity ?? "set";
  return (
    <ShopPage title="What we know">
      <div className="mb-4 flex flex-wrap items-end gap-x-8 gap-y-2">
        <p className="min-w-68 flex-1 text-xl font-bold max-sm:basis-full">Our figures beside the rules</p>
        {known && <Groups known={known} asked={asked} />}
      </div>
      {known && known.unread > 0 && (
        <output className="mb-3 block">
          Reading {known.unread} {known.unread === 1 ? "pour" : "pours"}. The figures follow.
        </output>
      )}
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[17rem_minmax(0,1fr)] lg:grid-rows-[auto_1fr]">
        <div>
          <ul aria-label="Our figures" className="border-t-2 border-ink">
            {known?.figures.map((one) => (
              <li key={one.quantity}>
                <Link
                  to="/known"
                  search={{ ...asked, of: one.quantity }}
                  replace
                  aria-current={one.quantity === chosen ? "true" : undefined}
                  className="block border-b border-line border-l-4 border-l-transparent py-2 pl-2 aria-[current]:border-l-ink aria-[current]:bg-paper"
                >
                  <FigureRow figure={one} />
                </Link>
              </li>
            ))}
          </ul>
          <button type="button" className="button mt-4" onClick={() => setImports(true)}>
            Import old notes
          </button>
        </div>
        <div className="min-w-0 lg:row-span-2">
          <OneFigure key={chosen} quantity={chosen} group={group} />
        </div>
        {known && <DefectsSeen known={known} />}
      </div>
      <YearPart />
      {imports && <OldNotes onClose={() => setImports(false)} />}
    </ShopPage>
  );
}

/** Where no mix is asked for it is that of most pours; each mix has figures of its own. */
function ofMix({ mix, ...rest }: Group, known: KnownView | undefined): Group {
  const one = mix === ALL ? undefined : (mix ?? known?.mixes[0]?.mix);
  return { ...rest, ...(one ? { mix: one } : {}) };
}

function Groups({ known, asked }: { known: KnownView; asked: KnownAsked }) {
  const navigate = useNavigate();
  const to = (change: {
    mix?: string | undefined;
    warmth?: Group["warmth"] | undefined;
    season?: Group["season"] | undefined;
  }) => void navigate({ to: "/known", search: askedOf({ ...asked, ...change }), replace: true });
  const mixes = known.mixes.map((one) => ({ value: one.mix, text: `${one.name}, ${one.count}` }));
  const days = known.days.map((one) => ({ value: one, text: DAYS[one] }));
  return (
    <>
      {(mixes.length > 1 || asked.mix) && (
        <Select
          label="Mix"
          value={asked.mix ?? mixes[0]?.value ?? ALL}
          choices={[...mixes, { value: ALL, text: "all mixes" }]}
          onChoose={(mix) => to({ mix })}
        />
      )}
      {(days.length > 1 || asked.warmth) && (
        <Select
          label="Days"
          value={asked.warmth ?? ""}
          choices={[{ value: "" as const, text: "all days" }, ...days]}
          onChoose={(warmth) => to({ warmth: warmth || undefined })}
        />
      )}
      {(known.seasons.length > 1 || asked.season) && (
        <Select
          label="Season"
          value={asked.season ?? ""}
          choices={[
            { value: "" as const, text: "all year" },
            ...known.seasons.map((one) => ({ value: one, text: monthsOf(one) })),
          ]}
          onChoose={(season) => to({ season: season || undefined })}
        />
      )}
    </>
  );
}

function FigureRow({ figure }: { figure: FigureView }) {
  const { units } = usePreferences();
  const { count, ruled } = figure;
  return (
    <>
      <span className="flex justify-between gap-3">
        <b>{figure.name}</b>
        <span className="text-soft">{STANDING[figure.standing]}</span>
      </span>
      <span className="figure flex justify-between gap-3">
        <span>{count > 0 || ruled !== null ? `rule ${told(figure, 1, units)}` : "rule as each job says"}</span>
        {count > 0 && <b>ours {told(figure, figure.found.likely, units)}</b>}
        {count > 0 && <span>± {percent(figure.sure)}</span>}
      </span>
    </>
  );
}

function OneFigure({ quantity, group }: { quantity: Quantity; group: Group }) {
  const { data: detail } = useQuery(figureQuery(quantity, group));
  if (!detail) return <p className="py-6">Fetching its records.</p>;
  const { figure, records } = detail;
  return (
    <section aria-label={figure.name} className="min-w-0">
      <h2 className="flex flex-wrap justify-between gap-x-4 border-b-2 border-ink pb-1 text-lg font-bold">
        {figure.name}
        <span className="font-normal text-soft">
          {figure.count === 1 ? "1 record counts" : `${figure.count} records count`}
        </span>
      </h2>
      {records.length === 0 ? (
        <p className="py-6 text-lg">Nothing is recorded of it yet. {figure.recorded_by}</p>
      ) : (
        <>
          <ControlChart detail={detail} />
          <Accepting figure={figure} group={group} />
          <RecordList detail={detail} group={group} />
        </>
      )}
    </section>
  );
}

/** The defects of the shop by kind, each leading to the newest and its causes. */
function DefectsSeen({ known }: { known: KnownView }) {
  return (
    <section aria-label="Defects">
      <h2 className="border-b-2 border-ink pb-1 text-lg font-bold">Defects</h2>
      {known.defects.length === 0 ? (
        <p className="py-2">None are logged.</p>
      ) : (
        <ul>
          {known.defects.map((one) => (
            <li key={one.kind ?? "none"} className="border-b border-line">
              <Link to="/defects/$entryId" params={{ entryId: one.newest }} className="block py-2">
                <b className="underline">{one.name}</b>
                <span className="block text-soft">
                  {one.castings === 1 ? "1 casting" : `${one.castings} castings`}
                  {one.causes.length > 0 && `. Found: ${one.causes.join("; ")}`}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
