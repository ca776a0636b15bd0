import type { PiecePlan } from "@/api/client";
import { box, type Frame } from "./extent";

interface Props {
  at: Frame;
  features: PiecePlan["measure"]["features"];
  /** Those that are set in this very step. */
  now?: ReadonlySet<string> | undefined;
}

/** Openings and holes from above, as the foam that makes them. */
export function Openings({ at, features, now }: Props) {
  return features.map((feature) => (
    <rect
      key={feature.id}
      {...box(
        at,
        feature.x_mm - feature.length_mm / 2,
        feature.y_mm - feature.width_mm / 2,
        feature.length_mm,
        feature.width_mm,
      )}
      rx={feature.radius_mm * at.scale}
      fill="url(#foam)"
      stroke={now?.has(feature.id) ? "var(--crayon)" : "var(--foam-line)"}
      strokeWidth={now?.has(feature.id) ? 4 : 2}
    />
  ));
}
