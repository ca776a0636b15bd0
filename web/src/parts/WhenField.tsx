import type { ComponentProps, KeyboardEvent } from "react";
import { timeOfDay, writeFieldValue } from "@/units/time";

interface Props extends Omit<ComponentProps<"input">, "onChange" | "onKeyDown" | "type" | "value"> {
  /** A date with a time, or a time of day, as a browser's field holds it; empty where none is set. */
  value: string;
  of?: "datetime-local" | "time";
  onChange: (value: string) => void;
  onEnter?: () => void;
}

/**
 * A date and a time, or a time of day, written as everywhere else until it is being changed: the browser's own field,
 * with its own way of writing, shows while it has the focus.
 */
export function WhenField({ value, of = "datetime-local", onChange, onEnter, className = "", ...rest }: Props) {
  const [hour = "", minute = ""] = value.split(":");
  const written = !value ? "not set" : of === "time" ? timeOfDay(hour, minute) : writeFieldValue(value);
  function onKeyDown(event: KeyboardEvent) {
    event.stopPropagation();
    if (event.key === "Enter") onEnter?.();
  }
  return (
    <span className="group relative block">
      <input
        {...rest}
        type={of}
        className={`field peer not-focus:text-transparent ${className}`}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        onKeyDown={onKeyDown}
      />
      <span
        aria-hidden="true"
        className="figure pointer-events-none absolute inset-y-0 left-0 flex items-center px-[0.7rem] peer-focus:hidden"
      >
        {written}
      </span>
    </span>
  );
}
