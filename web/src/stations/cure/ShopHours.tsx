import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useId } from "react";
import type { Hours, Shop } from "@/api/client";
import { setHours } from "@/api/queries";

const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone;
const ZONES = [...new Set(["UTC", HERE, ...Intl.supportedValuesOf("timeZone")])];

/** Where the shop is and when nobody is there: all jobs go by it. */
export function ShopHours({ shop }: { shop: Shop }) {
  const queries = useQueryClient();
  const id = useId();
  const { hours } = shop;
  const keep = useMutation({
    mutationFn: (changed: Partial<Hours>) => setHours({ ...hours, ...changed }),
    onSuccess: () => queries.invalidateQueries(),
  });
  const clock = (field: "quiet_from" | "quiet_until", label: string) => (
    <div className="flex min-h-11 items-center justify-between gap-3 border-b border-line py-1">
      <label htmlFor={`${id}-${field}`}>{label}</label>
      <input
        id={`${id}-${field}`}
        type="time"
        className="field figure w-auto"
        defaultValue={hours[field]?.slice(0, 5)}
        key={hours[field]}
        onBlur={(event) => {
          const value = event.target.value;
          if (value && value !== hours[field]?.slice(0, 5)) keep.mutate({ [field]: `${value}:00` });
        }}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") event.currentTarget.blur();
        }}
      />
    </div>
  );
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
      {clock("quiet_from", "Closed from")}
      {clock("quiet_until", "until")}
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
