import { Link } from "@tanstack/react-router";
import type { FinishView } from "@/finish/types";

/** The castings that were poured last of this job, and where each stands at the machine. */
export function AtTheMachine({ view }: { view: FinishView }) {
  return (
    <section aria-label="At the machine">
      <h2 className="mb-1 text-lg font-bold">At the machine</h2>
      <ul className="mb-2">
        {view.castings.map(({ id, serial, piece, standing }) => {
          const face = view.sheet.faces.find((one) => one.piece === piece);
          const step = face?.steps.find((one) => one.id === standing.now);
          return (
            <li key={id} className="flex min-h-11 items-center justify-between gap-4 border-b border-line">
              <span>
                {face?.name} <span className="figure">#{serial}</span>
              </span>
              <span>{step ? (step.grit ? `grit ${step.grit}` : STEPS[step.kind]) : "finished"}</span>
            </li>
          );
        })}
      </ul>
      <Link to="/pours/$pourId/finish" params={{ pourId: view.pour_id }} className="button">
        Go on there
      </Link>
    </section>
  );
}

const STEPS: Record<FinishView["sheet"]["faces"][number]["steps"][number]["kind"], string> = {
  open: "opening the face",
  grit: "grinding",
  rout: "routing",
  slurry: "filling voids",
  off: "sanding the slurry off",
  edges: "sanding edges",
  test: "sheet test",
  coat: "coating",
  burnish: "burnishing",
};
