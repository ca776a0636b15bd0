import type { Figure, RulePage } from "@/api/client";
import type { Units } from "@/units/length";
import { write, writeExact, writeRange } from "@/units/quantity";
import { COUNTED } from "@/units/table";

/** Something with figures in it, and with those behind them. */
interface Figured {
  workings?: Record<string, Figure>;
}

/** Every figure of a plan by its key: those on view and those behind them. */
export function figureIndex(plan: object): Map<string, Figure> {
  const { workings = {}, ...shown }: Figured = plan;
  const index = new Map<string, Figure>(Object.entries(workings));
  collect(shown, index);
  return index;
}

export function figureText(figure: Figure, units: Units): string {
  return figure.low != null && figure.high != null && figure.low !== figure.high
    ? writeRange(figure.low, figure.high, kindOf(figure), units)
    : write(figure.value, kindOf(figure), units);
}

/** A figure beside its label: what is counted is not said twice. */
export function besides(label: string, figure: Figure, units: Units): string {
  const text = figureText(figure, units);
  const one = COUNTED[figure.unit];
  return one && label.toLowerCase().includes(one) ? (text.split("\u00a0")[0] ?? text) : text;
}

/** How fine a figure is written. */
function kindOf(figure: Figure): string {
  return figure.kind || figure.unit;
}

/** A number as it was worked out, for whoever checks it. */
export function exactText(
  of: { value: number; unit: string; low?: number | null; high?: number | null },
  units: Units,
) {
  const { value, unit, low, high } = of;
  return low != null && high != null && low !== high
    ? `${writeExact(low, unit, units)} – ${writeExact(high, unit, units)}`
    : writeExact(value, unit, units);
}

const OPERATORS: [RegExp, string][] = [
  [/\*\*2\b/g, "²"],
  [/\*\*3\b/g, "³"],
  [/ \* /g, " × "],
  [/ \/ /g, " ÷ "],
  [/ - /g, " − "],
  [/ >= /g, " ≥ "],
  [/\b1e6\b/g, "1 000 000"],
  [/\bsum\(inputs\)/g, "sum"],
  [/\bceil\(/g, "rounded up ("],
  [/\bfloor\(/g, "rounded down ("],
  [/\bmax\(/g, "larger of ("],
  [/\bmin\(/g, "smaller of ("],
  [/\bsqrt\(/g, "square root of ("],
  [/\bexp\(/g, "e^("],
  [/\blog\(/g, "natural log of ("],
  [/\*\*4\b/g, "⁴"],
  [/\*\*\(1\/(\d)\)/g, " to the power 1/$1"],
  [/\babs\(/g, "absolute value of ("],
];

/** A rule's formula with each name replaced, and its signs as people write them. */
export function formulaText(page: RulePage, replace: (name: string) => string): string {
  const names = new Set(page.terms.map((term) => term.name));
  const spelled = OPERATORS.reduce((text, [pattern, sign]) => text.replace(pattern, sign), page.formula);
  return spelled.replace(/[a-z_]\w*/g, (word) => (names.has(word) ? replace(word) : word));
}

function isFigure(part: object): part is Figure {
  return "rule" in part && "key" in part;
}

function collect(part: unknown, index: Map<string, Figure>): void {
  if (Array.isArray(part)) {
    for (const one of part) collect(one, index);
  } else if (part && typeof part === "object") {
    if (isFigure(part)) index.set(part.key, part);
    else for (const one of Object.values(part)) collect(one, index);
  }
}
