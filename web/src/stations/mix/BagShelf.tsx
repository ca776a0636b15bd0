import type { Plan } from "@/api/client";
import { countTo } from "./countTo";

const MOST_DRAWN = 24;

/** The bags to have: those in hand filled in, those to buy in outline. */
export function BagShelf({ mix, inHand }: { mix: Plan["mix"]; inHand: number | null }) {
  const needed = mix.bags.value;
  const drawn = Math.min(needed, MOST_DRAWN);
  const counted = inHand ?? needed;
  const missing = Math.max(0, needed - counted);
  return (
    <section aria-label="Bags">
      <h2 className="text-lg font-bold">
        {needed} {mix.scratch ? (needed === 1 ? "charge" : "charges") : needed === 1 ? "bag" : "bags"} of {mix.bag_name}
        {missing > 0 && `, ${missing} to buy`}
      </h2>
      <ul className="mt-2 flex flex-wrap gap-2" aria-hidden="true">
        {countTo(drawn).map((number) => (
          <li key={number}>
            <Bag inHand={number <= counted} />
          </li>
        ))}
        {needed > drawn && <li className="figure self-center text-xl">+ {needed - drawn}</li>}
      </ul>
    </section>
  );
}

function Bag({ inHand }: { inHand: boolean }) {
  const outline = "M5 9Q9 4 15 6T27 5T41 7Q44 30 42 52Q40 58 33 56T17 58T6 55Q2 32 5 9Z";
  return (
    <svg viewBox="0 0 47 62" className="h-16 w-12" aria-hidden="true">
      <path
        d={outline}
        fill={inHand ? "var(--concrete)" : "none"}
        stroke={inHand ? "var(--ink)" : "var(--stop)"}
        strokeWidth="2"
        strokeDasharray={inHand ? undefined : "5 4"}
      />
      {inHand && <path d="M8 15q15-4 31 0M12 30h23M12 36h16" stroke="var(--ink)" strokeWidth="1.5" fill="none" />}
    </svg>
  );
}
