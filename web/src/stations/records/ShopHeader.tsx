import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { type ReactNode, useEffect, useRef } from "react";
import { useMay } from "@/api/me";
import { shopQuery } from "@/api/queries";
import { Preferences } from "../Preferences";

const PLACES = [
  { to: "/", name: "Floor", needs: "GET /api/jobs" },
  { to: "/calendar", name: "Calendar", needs: "GET /api/days" },
  { to: "/pours", name: "Pours", needs: "GET /api/pours" },
  { to: "/castings", name: "Castings", needs: "GET /api/castings" },
  { to: "/moulds", name: "Moulds", needs: "GET /api/forms" },
  { to: "/stock", name: "Stock", needs: "GET /api/stock" },
  { to: "/shopping", name: "To buy", needs: "GET /api/shopping" },
  { to: "/known", name: "What we know", needs: "GET /api/known" },
  { to: "/shop", name: "Shop", needs: "PATCH /api/shop" },
  { to: "/rules", name: "Rules", needs: "GET /api/rules" },
] as const;

/** A page of the shop under the band that leads to its others. */
export function ShopPage({ title, children }: { title: string; children: ReactNode }) {
  const { data: shop } = useQuery(shopQuery);
  const may = useMay();
  const places = useRef<HTMLElement>(null);
  useEffect(() => {
    places.current?.querySelector(".active")?.scrollIntoView({ inline: "center", block: "nearest" });
  }, []);
  useEffect(() => {
    document.title = `${title} · Ulbrek`;
  }, [title]);
  return (
    <div className="min-h-dvh">
      <header className="on-rail flex flex-wrap items-center gap-x-5 gap-y-1 bg-rail px-4 pt-3 text-rail-ink sm:px-7">
        <Link to="/" className="inline-flex min-h-11 items-center text-xl font-extrabold [font-stretch:118%]">
          Ulbrek
        </Link>
        <p className="min-w-0 flex-1 truncate text-rail-soft">{shop?.name}</p>
        <Preferences />
        <nav
          ref={places}
          aria-label="The shop"
          className="-mx-4 w-[calc(100%+2rem)] overflow-x-auto sm:-mx-7 sm:w-[calc(100%+3.5rem)]"
        >
          <ul className="flex px-2 sm:px-5">
            {PLACES.filter(({ needs }) => may(needs)).map(({ to, name }) => (
              <li key={to}>
                <Link
                  to={to}
                  activeOptions={{ exact: to === "/" }}
                  activeProps={{ className: "active" }}
                  className="inline-flex min-h-11 items-center px-3 whitespace-nowrap [&.active]:bg-ground [&.active]:font-bold [&.active]:text-ink"
                >
                  {name}
                </Link>
              </li>
            ))}
          </ul>
        </nav>
      </header>
      <main className="mx-auto max-w-6xl px-4 py-5 sm:px-7">
        <h1 className="sr-only">{title}</h1>
        {children}
      </main>
    </div>
  );
}
