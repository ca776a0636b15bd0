import type { Schemas } from "@/api/client";

export type RunSheet = Schemas["RunSheet"];
export type RunState = Schemas["RunState"];
export type RunView = Schemas["RunView"];
export type RunEntry = Schemas["RunEntry-Output"];
export type Step = RunSheet["place"];
export type Fill = RunSheet["fills"][number];
export type StepNow = RunState["steps"][number];
export type BatchNow = RunState["batches"][number];
export type Doubt = RunState["doubts"][number];

export const isDone = (one: StepNow): boolean => one.status === "done" || one.status === "skipped";
export const MINUTE = 60_000;
export const HOUR = 60 * MINUTE;
