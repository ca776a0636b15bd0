import type { Schemas } from "@/api/client";

export type FinishEntry = Schemas["FinishEntry-Output"];
export type SheetStep = Schemas["SheetStep"];
export type Standing = Schemas["FinishStanding"];
export type FinishStepNow = Schemas["FinishStepNow"];
export type GateNow = Schemas["GateNow"];
export type MarkNow = Schemas["MarkNow"];
