import { type ReactNode, useState } from "react";
import type { JobFinding } from "@/api/client";
import { FindingText } from "@/parts/FindingText";
import { SeverityMark } from "@/parts/SeverityMark";
import { Steps } from "./Steps";

interface Props {
  title: string;
  tools?: ReactNode;
  ticket: ReactNode;
  findings: JobFinding[];
  /** What the ticket says on a phone while nothing was found. */
  ticketName?: string;
  children: ReactNode;
}

/** A station's place: its tools, its drawing, and its ticket beside it or, on a phone, from below. */
export function Bench({ title, tools, ticket, findings, ticketName, children }: Props) {
  const [open, setOpen] = useState(false);
  const first = findings[0]?.finding;
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col lg:flex-row">
      <main className="flex min-h-0 min-w-0 flex-1 flex-col" aria-label={title}>
        <h1 className="sr-only">{title}</h1>
        <div className="flex flex-wrap items-center gap-2 px-3 pt-3 lg:px-5">
          <Steps />
          {tools}
        </div>
        <div className="min-h-0 flex-1 overflow-y-auto">{children}</div>
      </main>
      <aside
        aria-label="Ticket"
        className={`flex min-h-0 flex-col border-line bg-paper max-lg:fixed max-lg:inset-x-0 max-lg:bottom-0 max-lg:z-30 max-lg:border-t-2 max-lg:border-ink lg:w-[320px] lg:border-l ${open ? "max-lg:h-[72dvh]" : ""}`}
      >
        <button
          type="button"
          aria-expanded={open}
          className="flex min-h-16 w-full shrink-0 items-center gap-3 px-4 text-left lg:hidden"
          onClick={() => setOpen(!open)}
        >
          {!ticketName && <SeverityMark severity={first?.severity} />}
          <span className="line-clamp-2 flex-1">
            {first ? (
              <FindingText template={first.title} values={first.values ?? {}} />
            ) : (
              (ticketName ?? "Nothing to fix here.")
            )}
          </span>
          <span className="font-semibold underline">{open ? "Close" : "Ticket"}</span>
        </button>
        <div className={`min-h-0 flex-1 space-y-7 overflow-y-auto p-4 lg:block lg:p-5 ${open ? "" : "max-lg:hidden"}`}>
          {ticket}
        </div>
      </aside>
    </div>
  );
}
