/** Acts that tell what a day is like to pour in, in their order. */
export const SHOWN_ACTS: readonly string[] = [
  "float",
  "edge",
  "broom",
  "trowel",
  "cover",
  "leave",
  "pull",
  "early saw",
  "wet saw",
  "strip",
  "turn",
  "moist",
];
