import type { Plan } from "@/api/client";
import { useMoney } from "@/parts/useMoney";
import { usePreferences } from "@/units/preferences";
import { writeVolume } from "@/units/quantity";

/** The cheapest set of bags that suffices," + what a bag less or more would leave. */
export function BagSets({ mix }: { mix: Plan["mix"] }) {
  const { units } = usePreferences();
  const money = useMoney();
  const { cheapest, one_less, one_more } = mix.sets;
  if (mix.scratch) return null;
  const said = (set: Plan["mix"]["sets"]["cheapest"]) =>
    set.bags.map((one) => `${one.count} × ${one.name}`).join(" + ");
  const over = (litres: number) =>
    litres < 0
      ? `${writeVolume(-litres, units)} less than the castings need`
      : `${writeVolume(litres, units)} more than the castings need`;
  return (
    <section aria-label="Sets of bags">
      <h2 className="text-lg font-bold">
        {cheapest.cost === null ? "Least left over" : "Cheapest"}: {said(cheapest)}
        {cheapest.cost !== null && (cheapest.cost > 0 ? `, ${money(cheapest.cost)} to buy` : ", all in stock")}
      </h2>
      <p>{over(cheapest.over_l)}.</p>
      {one_less && (
        <p className="text-soft">
          One bag less, {said(one_less)}: {over(one_less.over_l)}.
        </p>
      )}
      {one_more && (
        <p className="text-soft">
          One bag more, {said(one_more)}: {over(one_more.over_l)}.
        </p>
      )}
    </section>
  );
}
