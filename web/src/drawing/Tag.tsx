import type { ReactNode } from "react";

interface Props {
  /** Its middle [px]. */
  x: number;
  y: number;
  children: ReactNode;
  tone?: "plain" | "now" | "round";
}

const TONES = {
  plain: "bg-paper px-1.5",
  now: "bg-ink px-1.5 text-paper",
  round: "grid min-w-[26px] place-items-center rounded-full border border-ink bg-paper px-1",
};

/** Words on a drawing, on a plate so that they can be read over any material. */
export function Tag({ x, y, children, tone = "plain" }: Props) {
  return (
    <span
      className={`figure pointer-events-none absolute z-10 -translate-x-1/2 -translate-y-1/2 text-base leading-6 whitespace-nowrap ${TONES[tone]}`}
      style={{ left: x, top: y }}
    >
      {children}
    </span>
  );
}
