import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import type { Hours, Shop } from "@/api/client";
import { setHours } from "@/api/queries";
import { Select } from "@/parts/Choice";
import { WhenField } from "@/parts/WhenField";

const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone;
const ZONES = [...new Set(["UTC", HERE, ...Intl.supportedValuesOf("timeZone")])];

const CLOCKS = [
  { value: "24-hour", text: "16:30" },
  { value: "12-hour", text: "4:30 pm" },
] as const;

/** Where the shop is and when nobody is there: all jobs go by it. */
export function ShopHours({ shop }: { shop: Shop }) {
  const queries = useQueryClient();
  const id = useId();
  const { hours } = shop;
  const keep = useMutation({
    mutationFn: (changed: Partial<Hours>) => setHours({ ...hours, ...changed }),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <section aria-label="Shop hours">
      <h2 className="mb-1 text-lg font-bold">Shop hours</h2>
      <div className="flex min-h-11 items-center justify-between gap-3 border-b border-line py-1">
        <label htmlFor={`${id}-zone`}>Time zone</label>
        <select
          id={`${id}-zone`}
          className="field w-auto max-w-48"
          value={hours.zone}
          onChange={(event) => keep.mutate({ zone: event.target.value })}
        >
          {[...new Set([hours.zone, ...ZONES])].map((zone) => (
            <option key={zone} value={zone}>
              {zone?.replaceAll("_", " ")}
            </option>
          ))}
        </select>
      </div>
      <Select
        label="Clock"
        value={hours.clock ?? "24-hour"}
        choices={CLOCKS}
        onChoose={(clock) => keep.mutate({ clock })}
      />
      <Closed label="Closed from" value={hours.quiet_from} onKeep={(quiet_from) => keep.mutate({ quiet_from })} />
      <Closed label="until" value={hours.quiet_until} onKeep={(quiet_until) => keep.mutate({ quiet_until })} />
      {hours.zone === "UTC" && HERE !== "UTC" && (
        <button type="button" className="button mt-2 w-full" onClick={() => keep.mutate({ zone: HERE })}>
          Use this device's clock, {HERE.replaceAll("_", " ")}
        </button>
      )}
      {keep.isError && (
        <p role="alert" className="mt-2 border-l-4 border-stop pl-2">
          {keep.error.message}
        </p>
      )}
      <p className="mt-2 text-soft">Applies to all jobs. Tasks that can wait move to the morning.</p>
    </section>
  );
}

function Closed({ label, value, onKeep }: { label: string; value: string | undefined; onKeep: (at: string) => void }) {
  const id = useId();
  const was = value?.slice(0, 5) ?? "";
  const [typed, setTyped] = useState<string | null>(null);
  function keep() {
    if (typed && typed !== was) onKeep(`${typed}:00`);
    setTyped(null);
  }
  return (
    <div className="flex min-h-11 items-center justify-between gap-3 border-b border-line py-1">
      <label htmlFor={id}>{label}</label>
      <div className="w-36">
        <WhenField id={id} of="time" value={typed ?? was} onChange={setTyped} onBlur={keep} onEnter={keep} />
      </div>
    </div>
  );
}
