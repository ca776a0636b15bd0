import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { shopQuery } from "@/api/queries";
import { type ListedPour, poursQuery } from "@/api/records";
import { clock, dayAndDate } from "@/units/time";
import { ShopPage } from "../records/ShopHeader";
import { isState, StateMark } from "../records/StateMark";

/** The pours of the shop, newest first. */
export function PoursPage() {
  const { data: pours = [] } = useQuery(poursQuery());
  const { data: shop } = useQuery(shopQuery);
  const zone = shop?.hours?.zone ?? "UTC";
  return (
    <ShopPage title="Pours">
      <p className="mb-3 text-xl font-bold">Pours, newest first</p>
      {pours.length === 0 ? (
        <p className="border-t-2 border-ink py-10 text-lg">No pours yet. Start one from a job, under Log.</p>
      ) : (
        <ul className="border-t-2 border-ink">
          {pours.map((pour) => (
            <Line key={pour.id} pour={pour} zone={zone} />
          ))}
        </ul>
      )}
    </ShopPage>
  );
}

function Line({ pour, zone }: { pour: ListedPour; zone: string }) {
  return (
    <li className="relative line [--columns:1fr] gap-x-6 py-3 hover:bg-paper sm:[--columns:13rem_minmax(0,1fr)_minmax(0,1fr)]">
      <span className="figure text-lg">
        {pour.poured_at ? `${dayAndDate(pour.poured_at, zone)} ${clock(pour.poured_at, zone)}` : whenNot(pour)}
      </span>
      <Link
        to="/pours/$pourId"
        params={{ pourId: pour.id }}
        className="text-lg font-bold [overflow-wrap:anywhere] after:absolute after:inset-0"
      >
        {pour.job_name}
      </Link>
      <span className="flex flex-wrap gap-x-5">
        {Object.keys(pour.states)
          .filter(isState)
          .map((state) => (
            <span key={state} className="inline-flex items-center gap-2">
              {pour.states[state]} <StateMark state={state} />
            </span>
          ))}
      </span>
    </li>
  );
}

function whenNot(pour: ListedPour): string {
  return pour.cancelled_at ? "called off" : "planned";
}
