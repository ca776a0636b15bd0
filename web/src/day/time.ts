import { clock } from "@/units/time";

/** “21 min”, “2 h 05 min”: how long, never to be taken for a time of day. */
export function lasting(ms: number): string {
  const minutes = Math.max(0, Math.round(ms / 60_000));
  if (minutes < 90) return `${minutes} min`;
  return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, "0")} min`;
}

/** “10:34”, in the zone of the shop. */
export function at(ms: number, zone: string): string {
  return clock(new Date(ms).toISOString(), zone);
}
