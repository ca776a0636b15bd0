import type { Schemas } from "@/api/client";
import { useFill } from "./useFill";
import { valueWords } from "./values";

/** The ways of doing something, each with its reason and its limit: opened where one wants to know. */
export function Ways({ label, ways, chosen }: { label: string; ways: readonly Schemas["Way"][]; chosen: string }) {
  const fill = useFill();
  return (
    <details className="border-b border-line">
      <summary className="flex min-h-11 cursor-pointer items-center text-soft underline">
        {label}: methods compared
      </summary>
      <dl className="pb-2">
        {ways.map(({ value, why, limit }) => (
          <div key={value} className={`mb-2 border-l-4 pl-3 ${value === chosen ? "border-chalk" : "border-line"}`}>
            <dt className="font-bold">{valueWords(value)}</dt>
            <dd>{fill(why)}</dd>
            {limit && <dd className="text-soft">{fill(limit)}</dd>}
          </div>
        ))}
      </dl>
    </details>
  );
}
