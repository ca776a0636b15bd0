import { ToggleGroup } from "radix-ui";
import { useId } from "react";

interface Props<T extends string> {
  label: string;
  value: T;
  choices: readonly { value: T; text: string }[];
  onChoose: (value: T) => void;
}

/** One of a few, all in sight. */
export function Choice<T extends string>({ label, value, choices, onChoose }: Props<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(next) => choose(choices, next, onChoose)}
      className="inline-flex max-w-full flex-wrap rounded-(--radius) border-[1.5px] border-ink"
    >
      {choices.map((choice) => (
        <ToggleGroup.Item
          key={choice.value}
          value={choice.value}
          className="min-h-[42px] px-3 max-sm:px-2 font-semibold whitespace-nowrap data-[state=on]:bg-ink data-[state=on]:text-paper"
        >
          {choice.text}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

/** Tells which of the choices it is; what is none of them is not chosen. */
function choose<T extends string>(choices: Props<T>["choices"], value: string, onChoose: (value: T) => void) {
  const chosen = choices.find((one) => one.value === value);
  if (chosen) onChoose(chosen.value);
}

/** One of several, by name. */
export function Select<T extends string>({ label, value, choices, onChoose }: Props<T>) {
  const id = useId();
  return (
    <div className="flex min-h-11 flex-wrap items-center justify-between gap-x-3 border-b border-line py-1">
      <label htmlFor={id}>{label}</label>
      <select
        id={id}
        className="field w-auto max-w-56"
        value={value}
        onChange={(event) => choose(choices, event.target.value, onChoose)}
      >
        {choices.map((choice) => (
          <option key={choice.value} value={choice.value}>
            {choice.text}
          </option>
        ))}
      </select>
    </div>
  );
}
