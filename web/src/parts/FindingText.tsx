import { Fragment } from "react";
import type { Finding } from "@/api/client";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";

type Values = NonNullable<Finding["values"]>;

/** A finding's sentence with its values in the reader's units. */
export function sentence(template: string, values: Values, units: Units): string {
  return template.replace(/\{(\w+)\}/g, (_, name: string) => valueText(values[name], units));
}

/** The same, numbers set as figures. */
export function FindingText({ template, values }: { template: string; values: Values }) {
  const { units } = usePreferences();
  return template.split(/(\{\w+\})/).map((part, index) => {
    const name = /^\{(\w+)\}$/.exec(part)?.[1];
    const key = `${index}${part}`;
    if (!name) return <Fragment key={key}>{part}</Fragment>;
    const value = values[name];
    const text = valueText(value, units);
    if (typeof value === "string") return <Fragment key={key}>{text}</Fragment>;
    return (
      <span key={key} className="whitespace-nowrap">
        {text}
      </span>
    );
  });
}

function valueText(value: Values[string] | undefined, units: Units): string {
  if (value === undefined) return "";
  return typeof value === "string" ? value : write(value.value, value.unit, units);
}
