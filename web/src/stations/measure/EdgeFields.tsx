import type { Piece, PiecePlan } from "@/api/client";
import { valueAt } from "@/api/editor";
import { SpecField } from "@/parts/SpecField";
import { specsOf } from "@/parts/specs";
import { usePreferences } from "@/units/preferences";
import { edgesOf } from "./FeatureFields";
import { begunWith, type Fields } from "./fields";

interface Props {
  piece: Piece;
  planned: PiecePlan;
  fields: Fields;
}

/** Which edges show, how each is shaped, and how it sits in its place. */
export function EdgeFields({ piece, planned, fields }: Props) {
  const { units } = usePreferences();
  const edges = edgesOf(planned);
  const shown = piece.edges_shown;
  const [profiles, fits] = [piece.edge_profiles, piece.edge_fits];
  const others = <T extends { edge: string }>(all: readonly T[], edge: string) =>
    all.filter((one) => one.edge !== edge);
  return (
    <section aria-label="Edges">
      <fieldset className="border-b border-line pb-2">
        <legend className="pb-1 text-lg font-bold">Exposed edges</legend>
        <div className={`grid gap-2 ${edges.length <= 4 ? "grid-cols-4" : "grid-cols-2"}`}>
          {edges.map((edge) => (
            <button
              key={edge}
              type="button"
              aria-pressed={shown.includes(edge)}
              className={`button px-0 ${shown.includes(edge) ? "button-pressed" : ""}`}
              onClick={() => {
                const next = edges.filter((one) => (one === edge ? !shown.includes(one) : shown.includes(one)));
                void fields.piece(
                  (one) => ({ ...one, edges_shown: next }),
                  `Exposed edges: ${next.join(", ") || "none"}`,
                );
              }}
            >
              {edge}
            </button>
          ))}
        </div>
      </fieldset>
      <details className="border-b border-line">
        <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">Edge profiles and gaps</summary>
        {edges.map((edge) => {
          const profile = profiles.find((one) => one.edge === edge);
          const fit = fits.find((one) => one.edge === edge);
          return (
            <fieldset key={edge} aria-label={`Edge ${edge}`} className="pb-3">
              <legend className="pt-2 font-bold">{edge}</legend>
              {profile &&
                specsOf("EdgeProfile").map((spec) => (
                  <SpecField
                    key={spec.key}
                    spec={spec}
                    value={valueAt(profile, `/${spec.key}`)}
                    onKeep={(value) =>
                      fields.pieceField("edge_profiles", [...others(profiles, edge), { ...profile, [spec.key]: value }])
                    }
                  />
                ))}
              {fit &&
                specsOf("EdgeFit").map((spec) => (
                  <SpecField
                    key={spec.key}
                    spec={spec}
                    value={valueAt(fit, `/${spec.key}`)}
                    onKeep={(value) =>
                      fields.pieceField("edge_fits", [...others(fits, edge), { ...fit, [spec.key]: value }])
                    }
                  />
                ))}
              <div className="flex flex-wrap gap-2 pt-2">
                <button
                  type="button"
                  className="button"
                  onClick={() =>
                    void fields.pieceField("edge_profiles", profile ? others(profiles, edge) : [...profiles, { edge }])
                  }
                >
                  {profile ? `Remove profile ${edge}` : `Add profile ${edge}`}
                </button>
                <button
                  type="button"
                  className="button"
                  onClick={() =>
                    void fields.pieceField(
                      "edge_fits",
                      fit ? others(fits, edge) : [...fits, { edge, gap: begunWith(units, "3 mm", '1/8"') }],
                    )
                  }
                >
                  {fit ? `Remove gap ${edge}` : `Add gap ${edge}`}
                </button>
              </div>
            </fieldset>
          );
        })}
      </details>
    </section>
  );
}
