import { useId } from "react";

const ALL = Intl.supportedValuesOf("currency");
const NAMES = new Intl.DisplayNames("en", { type: "currency" });

/** The money that the shop pays in. */
export function Currency({ value, onChoose }: { value: string; onChoose: (currency: string) => void }) {
  const id = useId();
  return (
    <div className="flex min-h-11 flex-wrap items-center justify-between gap-x-3 border-b border-line py-1">
      <label htmlFor={id}>Currency</label>
      <select
        id={id}
        className="field w-auto max-w-64"
        value={value}
        onChange={(event) => onChoose(event.target.value)}
      >
        {[...new Set([value, ...ALL])].map((code) => (
          <option key={code} value={code}>
            {code}, {NAMES.of(code)}
          </option>
        ))}
      </select>
    </div>
  );
}
