import { useFill } from "@/parts/useFill";

/** What could hurt somebody at this step, said at this step. */
export function Care({ lines }: { lines: readonly string[] }) {
  const fill = useFill();
  if (lines.length === 0) return null;
  return (
    <section aria-label="Care">
      <h2 className="mb-1 text-lg font-bold">Care</h2>
      <ul className="space-y-2 border-l-4 border-danger pl-3">
        {lines.map((line) => (
          <li key={line}>{fill(line)}</li>
        ))}
      </ul>
    </section>
  );
}
