import { type KeyboardEvent, useRef } from "react";
import { SeverityMark } from "@/parts/SeverityMark";
import { usePreferences } from "@/units/preferences";
import { dayAndClock, timeOfDay, weekday } from "@/units/time";
import { type Cell, type Day, daysOf, openHours, type PourStart, type Run, runsOf, whysText } from "./windowGrid";

const GRADES = {
  good: { mark: undefined, fill: "var(--foam)" },
  "with care": { mark: "caution", fill: "var(--board-face)" },
  "do not": { mark: "stop", fill: "var(--raised)" },
  closed: { mark: undefined, fill: "transparent" },
} as const;
const WORDS_FROM = 3;
const NOON = "T12:00:00Z";

interface Props {
  starts: readonly PourStart[];
  zone: string;
  at: string | null;
  onChoose: (at: string) => void;
}

/** A row a day, a cell an hour: hours alike run together and say why; the three best are numbered. */
export function WeekGrid({ starts, zone, at, onChoose }: Props) {
  const days = daysOf(starts, zone);
  const [first, last] = openHours(days);
  const hours = Array.from({ length: last - first + 1 }, (_, index) => first + index);
  const place = useRef<HTMLTableElement>(null);
  const cells = days.flatMap((day) => day.cells);
  const held = cells.find((cell) => cell.at === at) ?? cells[0];

  function onKeyDown(event: KeyboardEvent) {
    const next = held && stepped(event.key, held, days);
    if (!next) return;
    event.preventDefault();
    onChoose(next.at);
    place.current?.querySelector<HTMLElement>(`[data-at="${next.at}"]`)?.focus();
  }

  return (
    <div className="overflow-x-auto">
      <table
        ref={place}
        className="w-full min-w-[44rem] table-fixed border-separate border-spacing-x-0 border-spacing-y-0.5"
      >
        <caption className="sr-only">Hours of the coming week; arrow keys go from hour to hour and day to day</caption>
        <thead>
          <tr>
            <th scope="col" className="sticky left-0 z-10 w-16 bg-ground">
              <span className="sr-only">Day</span>
            </th>
            {hours.map((hour) => (
              <th key={hour} scope="col" className="figure text-left font-normal text-soft">
                {timeOfDay(String(hour).padStart(2, "0"), "00").replace(":00", "")}
              </th>
            ))}
          </tr>
        </thead>
        <tbody onKeyDown={onKeyDown}>
          {days.map((day) => (
            <DayRow
              key={day.date}
              day={day}
              hours={hours}
              zone={zone}
              held={held?.at ?? null}
              chosen={at}
              onChoose={onChoose}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface DayProps {
  day: Day;
  hours: readonly number[];
  zone: string;
  /** The hour that the keys begin at. */
  held: string | null;
  chosen: string | null;
  onChoose: (at: string) => void;
}

function DayRow({ day, hours, zone, held, chosen, onChoose }: DayProps) {
  const { units } = usePreferences();
  const runs = runsOf(day.cells, units);
  const covered = new Set(day.cells.map((cell) => cell.hour));
  const begins = new Map(runs.map((run) => [run.cells[0]?.hour, run]));
  const name = (cell: Cell) => {
    const best = cell.best ? `, best start ${cell.best}` : "";
    const whys = cell.whys.length ? `, ${whysText(cell, units).join(", ")}` : "";
    return `${dayAndClock(cell.at, zone)}: ${cell.grade}${best}${whys}`;
  };
  return (
    <tr className="h-11">
      <th scope="row" className="figure sticky left-0 z-10 bg-ground text-left">
        {weekday(day.date + NOON, "UTC")} {Number(day.date.slice(8))}
      </th>
      {hours.map((hour) => {
        const run = begins.get(hour);
        if (run) return <RunOfHours key={hour} run={run} held={held} chosen={chosen} onChoose={onChoose} name={name} />;
        return covered.has(hour) ? null : <td key={hour} className="closed-hour" />;
      })}
    </tr>
  );
}

interface RunProps {
  run: Run;
  /** The hour that the keys begin at. */
  held: string | null;
  chosen: string | null;
  onChoose: (at: string) => void;
  name: (cell: Cell) => string;
}

function RunOfHours({ run, held, chosen, onChoose, name }: RunProps) {
  const [begin] = run.cells;
  if (!begin) return null;
  const { mark, fill } = GRADES[begin.grade];
  const words = run.cells.length >= WORDS_FROM;
  return (
    <td colSpan={run.cells.length} className="relative border-l-2 border-ground p-0" style={{ background: fill }}>
      <span
        className="pointer-events-none absolute inset-0 flex items-center gap-1.5 overflow-hidden px-1.5 whitespace-nowrap"
        aria-hidden
      >
        {begin.best ? (
          <b className="figure mx-auto text-xl">{begin.best}</b>
        ) : (
          <>
            <SeverityMark severity={mark} />
            <span className="figure">{words ? run.text : run.letter}</span>
          </>
        )}
      </span>
      <span className="flex">
        {run.cells.map((cell) => (
          <button
            key={cell.at}
            type="button"
            data-at={cell.at}
            aria-label={name(cell)}
            aria-pressed={cell.at === chosen}
            tabIndex={cell.at === held ? 0 : -1}
            className={`min-h-11 flex-1 border-line ${cell.best ? "outline-2 -outline-offset-2 outline-ink" : ""} ${
              cell.at === chosen ? "outline-4 -outline-offset-4 outline-crayon" : ""
            }`}
            onClick={() => onChoose(cell.at)}
          />
        ))}
      </span>
    </td>
  );
}

const ACROSS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1 };
const DOWN: Record<string, number> = { ArrowUp: -1, ArrowDown: 1 };

/** The cell that a key leads to: by the hour across, by the day down, in the same hour or the nearest to it. */
function stepped(key: string, from: Cell, days: readonly Day[]): Cell | undefined {
  const across = ACROSS[key];
  const down = DOWN[key];
  const row = days.findIndex((day) => day.cells.some((cell) => cell.at === from.at));
  if (across) {
    const all = days.flatMap((day) => day.cells);
    return all[all.findIndex((cell) => cell.at === from.at) + across];
  }
  if (!down) return undefined;
  for (let next = row + down; next >= 0 && next < days.length; next += down) {
    const cells = days[next]?.cells ?? [];
    if (cells.length) {
      return cells.reduce((a, b) => (Math.abs(b.hour - from.hour) < Math.abs(a.hour - from.hour) ? b : a));
    }
  }
  return undefined;
}
