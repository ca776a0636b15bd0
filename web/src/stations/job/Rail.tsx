import { Link, useLocation } from "@tanstack/react-router";
import { useEffect, useRef } from "react";
import type { Headline, JobView, Severity, Station } from "@/api/client";
import { useMay } from "@/api/me";
import { SeverityMark } from "@/parts/SeverityMark";
import { valueWords } from "@/parts/values";
import { MM_PER_INCH, type Units, writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write, writeHours, writeRange } from "@/units/quantity";
import { dayAndClockOrDate } from "@/units/time";
import { Preferences } from "../Preferences";

/** What stands on the rail: the stations, and the log. */
export type Entry = Station | "cost" | "log";

const STATIONS: readonly { station: Entry; name: string }[] = [
  { station: "measure", name: "Measure" },
  { station: "arch", name: "Arch" },
  { station: "warm", name: "Warm" },
  { station: "ground", name: "Ground" },
  { station: "cabinets", name: "Cabinets" },
  { station: "form", name: "Form" },
  { station: "steel", name: "Steel" },
  { station: "mix", name: "Mix" },
  { station: "cure", name: "Cure" },
  { station: "move", name: "Move" },
  { station: "finish", name: "Finish" },
  { station: "cost", name: "Cost" },
  { station: "log", name: "Log" },
];

const SELDOM = ["arch", "warm", "ground", "cabinets"] as const;
type Seldom = (typeof SELDOM)[number];

/** The stations of a job: some stand there only where a piece asks for them, as Ground does where one stays on it. */
export function stationsOf(headline: Pick<Headline, Seldom>): readonly { station: Entry; name: string }[] {
  return STATIONS.filter(({ station }) => {
    const seldom = SELDOM.find((one) => one === station);
    return seldom ? headline[seldom] : true;
  });
}

export function isEntry(name: string): name is Entry {
  return STATIONS.some(({ station }) => station === name);
}

interface Props {
  id: string;
  headline: Headline;
  record: JobView["record"];
  onKeys: () => void;
}

/** The stations in the order of the work, each with its headline figure: read downwards it tells the job. */
export function Rail({ id, headline, record, onKeys }: Props) {
  const { units } = usePreferences();
  const nav = useRef<HTMLElement>(null);
  const priced = useMay()("GET /api/jobs/{job_id}/cost");
  const stations = stationsOf(headline).filter(({ station }) => priced || station !== "cost");
  const at = useLocation({ select: (location) => location.pathname });
  useEffect(() => {
    const active = at && nav.current?.querySelector(".active");
    if (active) active.scrollIntoView({ inline: "center", block: "nearest" });
  }, [at]);
  return (
    <header className="on-rail flex shrink-0 flex-col bg-rail text-rail-ink lg:w-[246px]">
      <div className="flex items-baseline gap-3 px-4 pt-3 pb-2 lg:block lg:px-5 lg:pt-5 lg:pb-4">
        <Link to="/" className="text-xl font-extrabold [font-stretch:118%]" aria-label="Ulbrek, to the shop floor">
          Ulbrek
        </Link>
        <p className="truncate text-rail-soft">{headline.name}</p>
      </div>
      <nav ref={nav} aria-label="Stations" className="min-h-0 flex-1 lg:overflow-y-auto">
        <ol className="flex overflow-x-auto lg:block">
          {stations.map(({ station, name }) => {
            const judged = station !== "log" && station !== "cost";
            const line =
              station === "log"
                ? logLine(record, headline.zone, units)
                : station === "cost"
                  ? { headline: "price", detail: "and hours" }
                  : stationLine(station, headline, units);
            const severity = judged ? headline.worst[station] : undefined;
            return (
              <li key={station} className="min-w-32 flex-1 max-sm:min-w-max lg:min-w-0">
                <Link
                  to="/jobs/$jobId/$station"
                  params={{ jobId: id, station }}
                  className="flex h-full gap-3 px-3 py-2.5 sm:px-4 lg:px-5 lg:py-2 [&.active]:bg-ground [&.active]:text-ink"
                  activeProps={{ className: "active" }}
                >
                  <span className="rail-marks hidden w-5 shrink-0 pt-0.5 sm:block">
                    {judged && <RailMark severity={severity} />}
                  </span>
                  <span className="min-w-0 flex-1">
                    <span className="flex items-center gap-2">
                      {name}
                      <span className="rail-marks sm:hidden">{judged && <RailMark severity={severity} />}</span>
                    </span>
                    <span
                      className="block truncate leading-tight lg:whitespace-normal"
                      title={`${line.headline}, ${line.detail}`}
                    >
                      <span className="figure text-lg whitespace-nowrap lg:text-xl" data-headline={station}>
                        {line.headline}
                      </span>{" "}
                      <span className="ml-1 hidden text-[color:inherit] opacity-80 sm:inline">{line.detail}</span>
                    </span>
                  </span>
                </Link>
              </li>
            );
          })}
        </ol>
      </nav>
      <div className="hidden flex-wrap items-center gap-2 border-t border-rail-line px-5 py-3 lg:flex">
        <Preferences />
        <Link to="/" className="inline-flex min-h-11 items-center underline">
          Shop floor
        </Link>
        <Link to="/jobs/$jobId/compare" params={{ jobId: id }} className="inline-flex min-h-11 items-center underline">
          Compare plans
        </Link>
        <Link to="/rules" className="inline-flex min-h-11 items-center underline">
          Rules
        </Link>
        <button type="button" className="min-h-11 underline" onClick={onKeys}>
          Shortcuts
        </button>
      </div>
    </header>
  );
}

function RailMark({ severity }: { severity: Severity | undefined }) {
  return <SeverityMark severity={severity} onRail />;
}

function stationLine(station: Station, headline: Headline, units: Units): { headline: string; detail: string } {
  switch (station) {
    case "measure":
      return measureLine(headline, units);
    case "arch":
      return archLine(headline, units);
    case "warm":
      return warmLine(headline, units);
    case "ground":
      return groundLine(headline, units);
    case "cabinets":
      return cabinetsLine(headline, units);
    case "mix":
      return {
        headline: write(headline.bags, headline.measured ? "charges" : "bags", units),
        detail: `of ${headline.bag_name}`,
      };
    case "form":
      return formLine(headline, units);
    case "steel":
      return headline.bars
        ? { headline: write(headline.bars, "bars", units), detail: headline.meshed ? "and mesh" : "" }
        : { headline: headline.steel_school, detail: "" };
    case "cure":
      return cureLine(headline);
    case "move":
      return {
        headline: atAGlance(headline, units),
        detail: carriedBy(headline, units),
      };
    case "finish":
      return {
        headline: valueWords(headline.look, "look"),
        detail: headline.finish_h ? writeHours(headline.finish_h) : headline.sealed ? "sealed" : "left bare",
      };
  }
}

function archLine({ arch }: Headline, units: Units): { headline: string; detail: string } {
  if (!arch) return { headline: "", detail: "" };
  return { headline: `${arch.blocks} blocks`, detail: `factor ${write(arch.factor, "ratio", units)}` };
}

function warmLine({ warm }: Headline, units: Units): { headline: string; detail: string } {
  if (!warm) return { headline: "", detail: "" };
  const soon = warm.warm_h === null ? "not in a day" : `in ${write(warm.warm_h, "h", units)}`;
  return { headline: write(warm.face_c, "C", units), detail: soon };
}

function groundLine({ ground }: Headline, units: Units): { headline: string; detail: string } {
  if (!ground) return { headline: "", detail: "" };
  const falls = ground.drop_mm >= 0.5 ? `falls ${write(ground.drop_mm, "tape", units)}` : "level";
  return ground.barrows
    ? { headline: write(ground.barrows, "barrows", units), detail: falls }
    : { headline: falls, detail: "" };
}

function cabinetsLine({ cabinets }: Headline, units: Units): { headline: string; detail: string } {
  if (!cabinets?.long_mm) return { headline: "not described", detail: "" };
  const tops = cabinets.tops === 1 ? "one top" : `${cabinets.tops} tops`;
  return { headline: write(cabinets.long_mm, "tape", units), detail: tops };
}

function formLine(
  { in_moulds, sheets, lengths, screws }: Headline,
  units: Units,
): { headline: string; detail: string } {
  if (in_moulds) return { headline: "in moulds", detail: "" };
  const screwed = screws ? write(screws, "screws", units) : "";
  if (sheets === 0 && lengths === 0) return { headline: "from offcuts", detail: screwed };
  const sawn = lengths ? write(lengths, "lengths", units) : "";
  return sheets
    ? { headline: write(sheets, "sheets", units), detail: sawn || screwed }
    : { headline: sawn, detail: screwed };
}

/** Who or what carries the heaviest piece, in a word or two. */
export function carriedBy({ stays, people }: Headline, units: Units): string {
  if (stays) return "stays";
  return people === null ? "by cart" : write(people, "people", units);
}

function logLine(
  { water_in_at, batches }: JobView["record"],
  zone: string,
  units: Units,
): { headline: string; detail: string } {
  if (!water_in_at) return { headline: "not poured", detail: "" };
  const mixed = batches?.length ?? 0;
  return {
    headline: `poured ${dayAndClockOrDate(water_in_at, zone, Date.now())}`,
    detail: mixed ? write(mixed, "batches", units) : "",
  };
}

function atAGlance({ mass_low_kg, mass_high_kg }: Headline, units: Units): string {
  return writeRange(mass_low_kg, mass_high_kg, "kg", units);
}

function cureLine({ first_act, zone, cures }: Headline): { headline: string; detail: string } {
  if (!first_act)
    return cures ? { headline: "all done", detail: "" } : { headline: "too cold to set", detail: "too cold" };
  const { id, at, due_h } = first_act;
  return {
    headline: `${valueWords(id)} ${at ? dayAndClockOrDate(at, zone, Date.now()) : `after ${writeHours(due_h)}`}`,
    detail: "",
  };
}

function measureLine(headline: Headline, units: Units): { headline: string; detail: string } {
  const [piece, ...others] = headline.pieces;
  if (!piece) return { headline: "", detail: "" };
  const size = sizeText(piece.length_mm, piece.width_mm, units).replace("\u00a0mm", "");
  const count = headline.pieces.reduce((sum, one) => sum + one.count, 0);
  const thick = `× ${short(piece.thickness_mm, units)}`;
  return { headline: size, detail: others.length || count > 1 ? `${thick}, ${count} castings` : thick };
}

/** Two lengths with their unit said once, to the nearest mark. */
export function sizeText(length: number, width: number, units: Units): string {
  const [a, b] = [short(length, units), short(width, units)];
  return `${a.replace(/″$|\u00a0mm$/, "")} × ${b}`;
}

const WHOLE_INCHES_FROM_MM = 48 * MM_PER_INCH;

/** A length as fine as a glance needs it. */
export function short(mm: number, units: Units): string {
  const whole = units === "in" && mm >= WHOLE_INCHES_FROM_MM;
  return writeLength(whole ? Math.round(mm / MM_PER_INCH) * MM_PER_INCH : mm, units, "tape");
}
