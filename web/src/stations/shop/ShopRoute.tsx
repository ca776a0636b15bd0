import { useSuspenseQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { SHOP_LISTS } from "@/api/fields";
import { useMay } from "@/api/me";
import { shopQuery } from "@/api/queries";
import { listOf } from "@/api/shop";
import { ShopPage } from "../records/ShopHeader";
import { BasicsPart } from "./BasicsPart";
import { DoorsPart } from "./DoorsPart";
import { HabitsPart } from "./HabitsPart";
import { ListPart } from "./ListPart";
import { PeoplePart } from "./PeoplePart";

const OWN = [
  { part: "basics", title: "Name, money, hours" },
  { part: "people", title: "People" },
  { part: "doors", title: "Who may come in" },
  { part: "habits", title: "Habits" },
] as const;
const PARTS = ["Mix", "Form", "Steel", "Finish", "Tools"] as const;

/** What the shop has and how it works, part by part. */
export function ShopRoute({ part }: { part: string }) {
  const { data: shop } = useSuspenseQuery(shopQuery);
  const navigate = useNavigate();
  const opens = useMay()("GET /api/accounts");
  const list = listOf(part);
  const title = list?.title ?? OWN.find((one) => one.part === part)?.title ?? "Shop";
  const groups = [
    {
      name: "Shop",
      links: OWN.filter(({ part: one }) => one !== "doors" || opens).map(({ part: to, title: text }) => ({ to, text })),
    },
    ...PARTS.map((name) => ({
      name,
      links: SHOP_LISTS.filter((one) => one.part === name).map((one) => ({ to: one.name, text: one.title })),
    })),
  ];
  return (
    <ShopPage title={title}>
      <div className="gap-10 lg:grid lg:grid-cols-[13rem_minmax(0,1fr)]">
        <label className="mb-5 block lg:hidden">
          Part of the shop
          <select
            className="field"
            value={part}
            onChange={(event) => void navigate({ to: "/shop/$part", params: { part: event.target.value } })}
          >
            {groups.map(({ name, links }) => (
              <optgroup key={name} label={name}>
                {links.map(({ to, text }) => (
                  <option key={to} value={to}>
                    {text}
                  </option>
                ))}
              </optgroup>
            ))}
          </select>
        </label>
        <nav aria-label="Parts of the shop" className="max-lg:hidden">
          {groups.map(({ name, links }) => (
            <div key={name} className="mb-4">
              <h2 className="border-b border-line-strong font-bold">{name}</h2>
              <ul>
                {links.map(({ to, text }) => (
                  <li key={to}>
                    <Link
                      to="/shop/$part"
                      params={{ part: to }}
                      activeProps={{ className: "font-bold border-l-4 border-chalk pl-2" }}
                      className="flex min-h-9 items-center"
                    >
                      {text}
                    </Link>
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </nav>
        <div className="min-w-0">
          {list && <ListPart key={part} list={list} shop={shop} />}
          {part === "people" && <PeoplePart shop={shop} />}
          {part === "doors" && opens && <DoorsPart />}
          {part === "habits" && <HabitsPart shop={shop} />}
          {(part === "basics" || (!list && !OWN.some((one) => one.part === part))) && <BasicsPart shop={shop} />}
        </div>
      </div>
    </ShopPage>
  );
}
