import type { PiecePlan } from "@/api/client";
import type { Frame } from "./extent";
import { pathData } from "./path";

interface Props {
  at: Frame;
  features: PiecePlan["measure"]["features"];
  /** Those that are set in this very step. */
  now?: ReadonlySet<string> | undefined;
}

/** Openings and holes from above, as the foam that makes them. */
export function Openings({ at, features, now }: Props) {
  return features
    .filter((feature) => feature.role === "through" || feature.role === "recess")
    .map((feature) => (
      <path
        key={`${feature.id} ${feature.copy}`}
        d={feature.paths.map((path) => pathData(at.view, path, at.from.x, at.from.y)).join("")}
        fill="url(#foam)"
        stroke={now?.has(feature.id) ? "var(--crayon)" : "var(--foam-line)"}
        strokeWidth={now?.has(feature.id) ? 4 : 2}
      />
    ));
}
