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
      onValueChange={(next) => next && onChoose(next as T)}
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

/** One of several, by name. */
export function Select<T extends string>({ label, value, choices, onChoose }: Props<T>) {
  const id = useId();
  return (
    <div className="flex min-h-11 items-center justify-between gap-3 border-b border-line py-1">
      <label htmlFor={id}>{label}</label>
      <select
        id={id}
        className="field w-auto max-w-56"
        value={value}
        onChange={(event) => onChoose(event.target.value as T)}
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
