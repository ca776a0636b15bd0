import { type ReactNode, useEffect } from "react";
import { Preferences } from "../Preferences";

/** A page before anybody is in: nothing leads anywhere from it. */
export function DoorPage({ title, shop, children }: { title: string; shop?: string | undefined; children: ReactNode }) {
  useEffect(() => {
    document.title = `${title} · Ulbrek`;
  }, [title]);
  return (
    <div className="min-h-dvh">
      <header className="on-rail flex flex-wrap items-center gap-x-5 gap-y-1 bg-rail px-4 py-3 text-rail-ink sm:px-7">
        <p className="text-xl font-extrabold [font-stretch:118%]">Ulbrek</p>
        <p className="min-w-0 flex-1 truncate text-rail-soft">{shop}</p>
        <Preferences />
      </header>
      <main className="mx-auto max-w-md space-y-5 px-4 py-8 sm:py-14">
        <h1 className="text-2xl font-bold">{title}</h1>
        {children}
      </main>
    </div>
  );
}
