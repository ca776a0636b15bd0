import type { Schemas } from "@/api/client";

export type FinishView = Schemas["FinishView"];
export type FinishEntry = Schemas["FinishEntry-Output"];
export type Face = Schemas["FacePlan"];
export type SheetStep = Schemas["SheetStep"];
export type Standing = Schemas["FinishStanding"];
export type FinishStepNow = Schemas["FinishStepNow"];
export type GateNow = Schemas["GateNow"];
export type MarkNow = Schemas["MarkNow"];
export type Difference = Schemas["Difference"];
