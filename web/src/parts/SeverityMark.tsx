import type { Severity } from "@/api/client";

const WORDS: Record<Severity | "fine", string> = {
  danger: "Danger",
  stop: "Stop",
  caution: "Caution",
  hint: "Hint",
  fine: "Nothing to fix",
};

const COLOURS: Record<Severity | "fine", string> = {
  danger: "text-danger",
  stop: "text-stop",
  caution: "text-caution",
  hint: "text-hint",
  fine: "text-fine",
};

/** A severity by shape and colour; its word is for whoever cannot see either. */
export function SeverityMark({ severity, onRail = false }: { severity: Severity | undefined; onRail?: boolean }) {
  const kind = severity ?? "fine";
  return (
    <svg
      viewBox="0 0 20 20"
      className={`size-5 shrink-0 ${onRail ? "rail-mark" : ""} ${COLOURS[kind]}`}
      role="img"
      aria-label={WORDS[kind]}
    >
      {shape(kind)}
    </svg>
  );
}

export function severityWord(severity: Severity): string {
  return WORDS[severity];
}

function shape(kind: Severity | "fine") {
  switch (kind) {
    case "danger":
      return (
        <>
          <path d="M10 1 19.5 18.5H.5Z" fill="currentColor" />
          <path d="M10 7v5.5M10 14.4v1.8" stroke="var(--paper)" strokeWidth="2.2" />
        </>
      );
    case "stop":
      return <rect x="2" y="2" width="16" height="16" fill="currentColor" />;
    case "caution":
      return <path d="M10 .8 19.2 10 10 19.2.8 10Z" fill="currentColor" />;
    case "hint":
      return <circle cx="10" cy="10" r="8" fill="currentColor" />;
    case "fine":
      return <path d="m3 10.5 5 5L17.5 4.5" fill="none" stroke="currentColor" strokeWidth="3" />;
    default: {
      const never: never = kind;
      return never;
    }
  }
}
