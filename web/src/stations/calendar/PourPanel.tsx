import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import { WhenField } from "@/parts/WhenField";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { dateAndClock, fieldValue, momentOf } from "@/units/time";
import { type Booked, type Move, placesQuery, type Waiting } from "./days";

interface Props {
  pour: Booked | Waiting;
  zone: string;
  onMove: ((move: Move) => void) | null;
}

const isBooked = (pour: Booked | Waiting): pour is Booked => "bound" in pour;

/** One pour: its hour, and the nearest hours at which it gets in nobody's way. */
export function PourPanel({ pour, zone, onMove }: Props) {
  const was = isBooked(pour) ? pour.at : pour.was;
  const moveTo = (at: string): Move => ({ id: pour.id, pour: pour.pour, name: pour.name, was, at });
  const place = useRef<HTMLElement>(null);
  useEffect(() => {
    if (pour.id && matchMedia("(width < 40rem)").matches) place.current?.scrollIntoView({ block: "nearest" });
  }, [pour.id]);
  const movable = onMove !== null && !(isBooked(pour) && pour.poured);
  return (
    <section ref={place} aria-label={`Pour of ${pour.name}`} className="space-y-3">
      <h2 className="text-lg font-bold">
        {pour.pour ? (
          <Link to="/pours/$pourId" params={{ pourId: pour.pour }} className="underline">
            {pour.name}
          </Link>
        ) : (
          <Link to="/jobs/$jobId/$station" params={{ jobId: pour.job, station: "cure" }} className="underline">
            {pour.name}
          </Link>
        )}
      </h2>
      {isBooked(pour) && <Facts pour={pour} zone={zone} />}
      {movable && <HourField key={`${pour.id} ${was}`} was={was} zone={zone} onSet={(at) => onMove?.(moveTo(at))} />}
      {movable && <Places of={pour.id} was={was} zone={zone} onChoose={(at) => onMove?.(moveTo(at))} />}
      {movable && pour.in_weather && (
        <p className="text-soft">
          It cures in the weather: its hours are worked out again for the day that you choose.
        </p>
      )}
    </section>
  );
}

function Facts({ pour, zone }: { pour: Booked; zone: string }) {
  const { units } = usePreferences();
  const { bound } = pour;
  const lines: [string, string][] = [
    ["First water in", dateAndClock(pour.at, zone)],
    ["Placed", dateAndClock(pour.placed_at, zone)],
    ["People to mix and place", String(bound.people)],
    ["Forms off", dateAndClock(pour.stripped_at, zone)],
  ];
  if (bound.room_m2 > 0) {
    lines.push(["On the bench until", dateAndClock(pour.freed_at, zone)], ["Room", write(bound.room_m2, "m2", units)]);
  }
  return (
    <dl>
      {lines.map(([label, text]) => (
        <div key={label} className="flex items-baseline justify-between gap-3 border-b border-line py-2">
          <dt>{label}</dt>
          <dd className="figure font-bold whitespace-nowrap">{text}</dd>
        </div>
      ))}
    </dl>
  );
}

function HourField({ was, zone, onSet }: { was: string | null; zone: string; onSet: (at: string) => void }) {
  const before = was ? fieldValue(was, zone) : "";
  const [value, setValue] = useState(before);
  const set = () => value && value !== before && onSet(momentOf(value, zone));
  return (
    <label className="block">
      <span className="mb-1 block font-semibold">Hour of the pour</span>
      <span className="flex gap-2">
        <span className="min-w-0 flex-1">
          <WhenField value={value} onChange={setValue} onEnter={set} />
        </span>
        <button type="button" className="button" disabled={!value || value === before} onClick={set}>
          Move
        </button>
      </span>
    </label>
  );
}

function Places(props: { of: string; was: string | null; zone: string; onChoose: (at: string) => void }) {
  const { units } = usePreferences();
  const { data, error } = useQuery(placesQuery(props.of, props.was));
  const places = data?.places.filter((at) => at !== props.was) ?? [];
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return <p className="text-soft">Looking for free hours …</p>;
  if (data.room_m2 !== null)
    return <p>Its forms take {write(data.room_m2, "m2", units)}: more than the benches have.</p>;
  if (places.length === 0) return <p>No free hour within two weeks.</p>;
  return (
    <div>
      <h3 className="mb-1 font-semibold">Nearest free hours</h3>
      <div className="flex flex-wrap gap-2">
        {places.map((at) => (
          <button key={at} type="button" className="button" onClick={() => props.onChoose(at)}>
            {dateAndClock(at, props.zone)}
          </button>
        ))}
      </div>
    </div>
  );
}
