import type { Difference, SheetStep } from "@/finish/types";
import type { CastingNow } from "@/finish/useFinish";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { fill } from "@/units/sentence";

/** What was not done alike to castings of one piece, which will lie beside each other. */
export function Alike({
  differences,
  castings,
}: {
  differences: readonly Difference[];
  castings: readonly CastingNow[];
}) {
  const { units } = usePreferences();
  const lines = differences.flatMap((one) => {
    const face = castings.find(({ face }) => face.piece === one.piece)?.face;
    const step = face?.steps.find(({ id }) => id === one.step);
    return step ? [{ key: `${one.piece} ${one.step} ${one.differs}`, text: told(one, step) }] : [];
  });
  if (lines.length === 0) return null;
  return (
    <section aria-label="Not finished alike" className="mx-4 mt-4 border-l-4 border-caution pl-3">
      <h2 className="text-lg font-bold">Not finished alike</h2>
      <ul>
        {lines.map(({ key, text }) => (
          <li key={key}>{text}</li>
        ))}
      </ul>
    </section>
  );

  function told({ differs, of }: Difference, step: SheetStep): string {
    const name = fill(step.name, {}, units);
    const serial = (id: string) => `#${castings.find((one) => one.id === id)?.serial ?? ""}`;
    const all = of.map(({ casting }) => serial(casting)).join(", ");
    switch (differs) {
      case "left out":
        return `${name}: left out of ${all}.`;
      case "sanded":
        return `${name}: sanded before on ${all} alone.`;
      case "late":
        return `${name}: after its window on ${all}.`;
      case "passes":
        return `${name}: ${of.map((one) => `${one.amount} passes on ${serial(one.casting)}`).join(", ")}.`;
      case "days":
        return `${name}: ${of
          .filter((one) => one.amount > 0)
          .map((one) => `${serial(one.casting)} ${write(one.amount, "d", units)} later`)
          .join(", ")}. Older concrete takes it otherwise.`;
    }
  }
}
