import { useQuery } from "@tanstack/react-query";
import type { Headline } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { planJob } from "@/api/queries";
import { Modal } from "@/parts/Modal";
import { usePreferences } from "@/units/preferences";
import { write, writeRange } from "@/units/quantity";
import { sizeText } from "./Rail";

/** Two changes of one job met: both are shown, and one is chosen. */
export function Conflict() {
  const editor = useJobEditor();
  const conflict = editor.conflict;
  const { data: mine } = useQuery({
    queryKey: ["conflict", conflict?.theirs.id, conflict?.theirs.revision],
    queryFn: () =>
      conflict
        ? planJob(conflict.mine, null, conflict.theirs.record, conflict.theirs)
        : Promise.reject(new Error("There is no conflict")),
    enabled: conflict !== null,
    gcTime: 0,
  });
  if (!conflict) return null;
  return (
    <Modal
      open
      title="Changed by someone else"
      description="Someone else changed this job while you did. Both changes are below; the other one stays in the history."
    >
      <div className="grid gap-4 sm:grid-cols-2">
        <section aria-label="Your change">
          <h3 className="font-bold">Yours: {conflict.what}</h3>
          {mine && <AtAGlance headline={mine.headline} />}
          <button type="button" className="button button-now mt-3 w-full" onClick={() => void editor.settle("mine")}>
            Keep mine
          </button>
        </section>
        <section aria-label="Their change">
          <h3 className="font-bold">Theirs: revision {conflict.theirs.revision}</h3>
          <AtAGlance headline={conflict.theirs.headline} />
          <button type="button" className="button mt-3 w-full" onClick={() => void editor.settle("theirs")}>
            Use theirs
          </button>
        </section>
      </div>
    </Modal>
  );
}

function AtAGlance({ headline }: { headline: Headline }) {
  const { units } = usePreferences();
  return (
    <ul className="mt-1">
      {headline.pieces.map((piece) => (
        <li key={piece.name}>
          {piece.count} × {piece.name}, {sizeText(piece.length_mm, piece.width_mm, units)}, {piece.features.length}{" "}
          openings
        </li>
      ))}
      <li>{writeRange(headline.mass_low_kg, headline.mass_high_kg, "kg", units)}</li>
      <li>
        {write(headline.bags, headline.measured ? "charges" : "bags", units)} of {headline.bag_name}
      </li>
    </ul>
  );
}
