import type { Step } from "./types";

export type { Run } from "./useRun";
export type Answer = Step["answers"][number];
