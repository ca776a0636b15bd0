import { useQuery } from "@tanstack/react-query";
import { shopQuery } from "@/api/queries";
import { dateAndClock, dayAndDate } from "@/units/time";

/** Writes moments as the shop reads them: its zone, its clock. */
export function useMoment() {
  const { data: shop } = useQuery(shopQuery);
  const zone = shop?.hours.zone ?? "UTC";
  return { moment: (iso: string) => dateAndClock(iso, zone), day: (iso: string) => dayAndDate(iso, zone) };
}
