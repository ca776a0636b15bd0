import type { Schemas } from "@/api/client";

/** The ways of doing something, each with its reason and its limit: opened where one wants to know. */
export function Ways({ label, ways, chosen }: { label: string; ways: readonly Schemas["Way"][]; chosen: string }) {
  return (
    <details className="border-b border-line">
      <summary className="flex min-h-11 cursor-pointer items-center text-soft underline">
        {label}: the ways and their reasons
      </summary>
      <dl className="pb-2">
        {ways.map(({ value, why, limit }) => (
          <div key={value} className={`mb-2 border-l-4 pl-3 ${value === chosen ? "border-chalk" : "border-line"}`}>
            <dt className="font-bold">{value}</dt>
            <dd>{why}</dd>
            {limit && <dd className="text-soft">{limit}</dd>}
          </div>
        ))}
      </dl>
    </details>
  );
}
