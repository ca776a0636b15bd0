import type { ReactNode } from "react";

/** A part of a page under its name. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="mb-1 text-lg font-bold">{title}</h2>
      {children}
    </section>
  );
}
