import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useMay } from "@/api/me";
import { shopQuery } from "@/api/queries";
import { usePreferences } from "@/units/preferences";
import { dateAndClock, dayAndDate, fieldValue, momentOf } from "@/units/time";
import { ShopPage } from "../records/ShopHeader";
import { Clashes } from "./Clashes";
import { type Booked, type DaysView, daysQuery, type Move, useMovePours, type Waiting } from "./days";
import { Lanes } from "./Lanes";
import { PourPanel } from "./PourPanel";
import { Subscribe } from "./Subscribe";
import { WaitingPours } from "./WaitingPours";
import { WeekList } from "./WeekList";

const SPANS = { week: 7, month: 35 } as const;
export type Span = keyof typeof SPANS;

interface Props {
  /** A moment of the first day; null for today. */
  from: string | null;
  span: Span;
  onGo: (from: string | null, span: Span) => void;
}

/** The shop's calendar: all pours on one line of time, where they clash, and where there is a free hour. */
export function CalendarPage({ from, span, onGo }: Props) {
  const { data: known, error } = useQuery(daysQuery(from, SPANS[span]));
  return (
    <ShopPage title="Calendar">
      {known ? (
        <Calendar known={known} span={span} onGo={onGo} />
      ) : (
        <p>{error ? error.message : "Looking at the days …"}</p>
      )}
    </ShopPage>
  );
}

function Calendar({ known, span, onGo }: { known: DaysView } & Omit<Props, "from">) {
  const { data: shop } = useQuery(shopQuery);
  const may = useMay()("POST /api/jobs/{job_id}/hour");
  const [chosen, setChosen] = useState<string | null>(null);
  const mover = useMover(known);
  const onMove = may ? mover.move : null;
  const pour = known.days.pours.find((one) => one.id === chosen) ?? known.waiting.find((one) => one.id === chosen);
  const clashes = known.days.clashes;
  return (
    <div className="flex flex-col gap-6">
      <Head known={known} span={span} onGo={onGo} />
      {mover.told}
      {known.days.pours.length === 0 ? (
        <p className="border-t-2 border-ink py-8 text-lg">
          No pours in these days. Give a job an hour: below, or in its Cure station.
        </p>
      ) : (
        <>
          <div className="max-sm:hidden">
            <Lanes
              known={known}
              hours={shop?.hours}
              chosen={chosen}
              onChoose={setChosen}
              onMove={onMove && ((one, at) => onMove([moveOf(one, at)]))}
            />
          </div>
          <div className="sm:hidden">
            <WeekList known={known} onChoose={setChosen} />
          </div>
        </>
      )}
      <div className="beside max-sm:contents">
        <section aria-label="Clashes" className="max-sm:-order-1">
          <h2 className="mb-2 text-lg font-bold">Clashes</h2>
          <Clashes
            clashes={clashes}
            more={known.days.more_clashes}
            moveOf={(id, at) => {
              const one = known.days.pours.find((each) => each.id === id);
              return one ? moveOf(one, at) : null;
            }}
            onMove={onMove && ((move) => onMove([move]))}
          />
        </section>
        <div className="space-y-6 max-sm:contents">
          {pour ? (
            <div className="max-sm:-order-1">
              <PourPanel pour={pour} zone={known.zone} onMove={onMove && ((move) => onMove([move]))} />
            </div>
          ) : (
            <p className="text-soft max-sm:hidden">
              {may
                ? "Drag the dark block of a pour to another hour, or choose a pour to see when it would be in nobody’s way."
                : "Choose a pour to see its hours."}
            </p>
          )}
          <WaitingPours
            waiting={known.waiting}
            zone={known.zone}
            chosen={chosen}
            onChoose={setChosen}
            onPlan={onMove}
            planning={mover.moving}
          />
        </div>
      </div>
    </div>
  );
}

function moveOf(one: Booked | Waiting, at: string): Move {
  return { id: one.id, pour: one.pour, name: one.name, was: "at" in one ? one.at : one.was, at };
}

/** Moves pours, says so, and takes it back. */
function useMover(known: DaysView) {
  const mutation = useMovePours();
  const [done, setDone] = useState<readonly Move[]>([]);
  const [refused, setRefused] = useState<string | null>(null);
  const move = async (moves: readonly Move[]) => {
    setRefused(null);
    try {
      await mutation.mutateAsync(moves);
      setDone(moves);
    } catch (error) {
      setRefused(error instanceof Error ? error.message : String(error));
    }
  };
  const undone = done.every((one) => one.was !== null)
    ? done.map((one) => ({ ...one, was: one.at, at: one.was ?? one.at }))
    : [];
  const [first] = done;
  const told = (
    <div
      role="status"
      className={`max-sm:-order-2 ${refused || first ? "flex flex-wrap items-center gap-3 border-l-4 border-ink pl-3" : "sr-only"}`}
    >
      {refused ? (
        <span>{refused}</span>
      ) : (
        first && (
          <>
            <span>
              {done.length === 1 ? first.name : `${done.length} pours`}: pour on {dateAndClock(first.at, known.zone)}.
            </span>
            {undone.length > 0 && (
              <button type="button" className="button" onClick={() => void move(undone).then(() => setDone([]))}>
                Undo
              </button>
            )}
          </>
        )
      )}
    </div>
  );
  return { move: (moves: readonly Move[]) => void move(moves), moving: mutation.isPending, told };
}

function Head({ known, span, onGo }: { known: DaysView } & Omit<Props, "from">) {
  const { units } = usePreferences();
  const { zone, begins } = known;
  const count = SPANS[span];
  const [first = known.now] = begins;
  const shifted = (days: number) => {
    const local = new Date(`${fieldValue(first, zone).slice(0, 10)}T12:00:00Z`);
    local.setUTCDate(local.getUTCDate() + days);
    return momentOf(`${local.toISOString().slice(0, 10)}T00:00`, zone);
  };
  const print = new URLSearchParams({
    begin: first,
    count: String(count),
    units,
    paper: units === "in" ? "letter" : "a4",
  });
  return (
    <div className="flex flex-wrap items-center gap-2 max-sm:-order-3">
      <p className="mr-auto text-xl font-bold">
        {dayAndDate(first, zone)} to {dayAndDate(shifted(count - 1), zone)}
      </p>
      <button type="button" className="button" onClick={() => onGo(shifted(-count), span)}>
        Earlier
      </button>
      <button type="button" className="button" onClick={() => onGo(null, span)}>
        Today
      </button>
      <button type="button" className="button" onClick={() => onGo(shifted(count), span)}>
        Later
      </button>
      {(Object.keys(SPANS) as Span[]).map((one) => (
        <button
          key={one}
          type="button"
          aria-pressed={one === span}
          className={`button ${one === span ? "button-pressed" : ""}`}
          onClick={() => onGo(first, one)}
        >
          {one === "week" ? "Week" : "Five weeks"}
        </button>
      ))}
      <a className="button" href={`/api/days/sheet?${print}`} target="_blank" rel="noreferrer">
        Print
      </a>
      <Subscribe />
    </div>
  );
}
