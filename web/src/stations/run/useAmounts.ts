import { useState } from "react";
import { Refused } from "@/api/client";
import type { StepNow } from "@/run/types";
import type { Run, Saying } from "@/run/useRun";
import { usePreferences } from "@/units/preferences";
import { entryOf, trim } from "@/units/quantity";
import { numberOf } from "../records/EntryForm";
import { useBench } from "./useBench";

type Field = "bags" | "water_l" | "celsius";

/** What is asked for: how it is called, what it is typed in, and what reads it. */
interface Asked {
  field: Field;
  label: string;
  unit?: { name: string; show: (value: number) => number; read: (entered: number) => number };
  device?: { name: string; read: () => Promise<number> };
}

/** The amounts of a step as they are typed, or read off a device. */
export function useAmounts(run: Run, step: StepNow) {
  const asked = useAsked(run, step);
  const batch = run.state.batches.find((one) => one.number === step.batch);
  const [typed, setTyped] = useState<Partial<Record<Field, string>>>(() =>
    batch && asked.some(({ field }) => field === "bags") ? { bags: trim(batch.bags, 2) } : {},
  );
  const [read, setRead] = useState<Field[]>([]);
  const [refused, setRefused] = useState<string | null>(null);
  const refuse = (caught: unknown) => {
    if (!(caught instanceof Refused)) throw caught;
    setRefused(caught.status === 0 ? "No network, so no device. Type what it shows." : caught.message);
  };
  function type(field: Field, text: string, byDevice = false) {
    setTyped((before) => ({ ...before, [field]: text }));
    setRead((before) => [...before.filter((one) => one !== field), ...(byDevice ? [field] : [])]);
    setRefused(null);
  }
  function number({ field, label, unit }: Asked): number | null {
    const text = typed[field]?.trim();
    if (!text) return null;
    const value = numberOf(text, label);
    if (field !== "celsius" && value <= 0)
      throw new Refused(422, `${label}: it must be more than 0. Leave it empty where it is as planned.`);
    return unit ? unit.read(value) : value;
  }
  return {
    refused,
    refuse,
    hasTemperature: Boolean(typed.celsius),
    fields: asked.map((one) => ({
      ...one,
      text: typed[one.field] ?? "",
      isRead: read.includes(one.field),
      type: (text: string) => type(one.field, text),
      readOff: () => void one.device?.read().then((value) => type(one.field, trim(value, 2), true), refuse),
    })),
    /** What was typed of these, in the core's units; throws a refusal that names the field. */
    told(of: (field: Field) => boolean): Partial<Saying> {
      const told = asked.filter(({ field }) => of(field)).map((one) => [one.field, number(one)] as const);
      return { ...Object.fromEntries(told), read: read.filter(of) };
    },
  };
}

/** What can be told of a step: of a batch its bags and water, of concrete that lies there its temperature. */
function useAsked(run: Run, step: StepNow): Asked[] {
  const { units } = usePreferences();
  const bench = useBench(run);
  const batch = run.state.batches.find((one) => one.number === step.batch);
  const finishes = run.sheet.fills.some((fill) => fill.finish.some((one) => one.id === step.step));
  const water = entryOf("l", units);
  const heat = entryOf("C", units);
  const weighs = (name: string, read: () => Promise<number>) => (bench.scale ? { device: { name, read } } : {});
  const ofBatch: Asked[] =
    batch && step.who === "mixer"
      ? [
          { field: "bags", label: "Bags", ...weighs("Weigh the bags", () => bench.bags(batch.bags)) },
          {
            field: "water_l",
            label: "Water in all",
            unit: water,
            ...weighs("Weigh the water", async () => water.show(await bench.water(batch.water_l))),
          },
        ]
      : [];
  if (ofBatch.length === 0 && !finishes && !step.step.startsWith("strike/")) return [];
  const reads = { name: "Read the thermometer", read: async () => heat.show(await bench.celsius()) };
  const device = bench.thermometer ? { device: reads } : {};
  return [...ofBatch, { field: "celsius", label: "Temperature of the concrete", unit: heat, ...device }];
}
