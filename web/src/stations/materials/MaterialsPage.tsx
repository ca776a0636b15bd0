import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas, Shop } from "@/api/client";
import { withField } from "@/api/editor";
import { setMaterials, shopQuery } from "@/api/queries";
import { SpecField } from "@/parts/SpecField";
import { type DocumentName, mostOf, specsOf } from "@/parts/specs";
import { ShopPage } from "../records/ShopHeader";

type Materials = Schemas["MaterialsRequest"];
type Row = Record<string, unknown>;
type List = keyof Materials;

const LISTS: readonly { list: List; title: string; of: DocumentName; add: string }[] = [
  { list: "mixes", title: "Bagged mixes", of: "Mix", add: "Add a mix" },
  { list: "admixtures", title: "Admixtures", of: "Admixture", add: "Add an admixture" },
  { list: "ingredients", title: "Cement, sand and gravel", of: "Ingredient", add: "Add an ingredient" },
  { list: "standby", title: "Moulds for leftover concrete", of: "Standby", add: "Add a mould" },
];
const FIRST_MOULD = { name: "Small mould", volume_l: 1 };

/** What the shop mixes from: generic entries to begin with, marked by where they are known from, and its own. */
export function MaterialsPage() {
  const { data: shop } = useQuery(shopQuery);
  const queries = useQueryClient();
  const keep = useMutation({ mutationFn: setMaterials, onSuccess: () => queries.invalidateQueries() });
  if (!shop) return null;
  const now = materialsOf(shop);
  const set = (list: List, rows: readonly Row[]) =>
    keep.mutateAsync(withField(now, `/${list}`, rows)).then(() => undefined);
  return (
    <ShopPage title="Materials">
      <p className="text-xl font-bold">Materials</p>
      <p className="max-w-prose">
        These are generic starting values. The print on your bag rules: enter its figures, or add your own materials.
      </p>
      {keep.error && (
        <p role="alert" className="mt-3 border-l-4 border-stop pl-3">
          {keep.error.message}
        </p>
      )}
      {LISTS.map(({ list, title, of, add }) => {
        const rows: readonly Row[] = now[list];
        return (
          <section key={list} aria-label={title} className="mt-7">
            <h2 className="border-b-2 border-ink text-lg font-bold">{title}</h2>
            <ul>
              {rows.map((row, at) => (
                <Entry
                  key={String(row.id ?? `${at} of ${rows.length}`)}
                  row={row}
                  of={of}
                  only={list === "mixes" && rows.length === 1}
                  onChange={(next) =>
                    set(
                      list,
                      rows.map((other, index) => (index === at ? next : other)),
                    )
                  }
                  onRemove={() =>
                    void set(
                      list,
                      rows.filter((_, index) => index !== at),
                    )
                  }
                />
              ))}
            </ul>
            <button
              type="button"
              className="button mt-2"
              onClick={() => void set(list, [...rows, another(rows, list)])}
            >
              {add}
            </button>
          </section>
        );
      })}
    </ShopPage>
  );
}

interface EntryProps {
  row: Row;
  of: DocumentName;
  only: boolean;
  onChange: (next: Row) => Promise<void>;
  onRemove: () => void;
}

/** One material: closed it says its name and where it is known from, opened every figure can be changed. */
function Entry({ row, of, only, onChange, onRemove }: EntryProps) {
  const [open, setOpen] = useState(false);
  const sizes = row.sizes as readonly Row[] | undefined;
  const name = String(row.name);
  const setSizes = (next: readonly Row[]) => onChange({ ...row, sizes: next });
  return (
    <li className="border-b border-line" aria-label={name}>
      <button
        type="button"
        className="flex min-h-14 w-full items-center justify-between gap-4 py-1 text-left"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span className="font-semibold">{name}</span>
        <span className="max-w-md text-right text-soft">{String(row.source ?? "")}</span>
      </button>
      {open && (
        <div className="pb-4">
          <Fields row={row} of={of} onChange={onChange} />
          {sizes?.map((size, at) => (
            <section
              key={String(size.id)}
              aria-label={`Bag ${String(size.name)}`}
              className="mt-3 border-l-4 border-line pl-3"
            >
              <Fields
                row={size}
                of="BagSize"
                onChange={(next) => setSizes(sizes.map((other, index) => (index === at ? next : other)))}
              />
              {sizes.length > 1 && (
                <button
                  type="button"
                  className="button mt-1"
                  onClick={() => void setSizes(sizes.filter((_, index) => index !== at))}
                >
                  Remove size
                </button>
              )}
            </section>
          ))}
          {sizes && <Told row={row} onChange={onChange} />}
          <div className="mt-3 flex flex-wrap gap-2">
            {sizes && (
              <button
                type="button"
                className="button"
                onClick={() => void setSizes([...sizes, { ...sizes.at(-1), id: fresh(sizes), name: "Another bag" }])}
              >
                Add a bag
              </button>
            )}
            {!only && (
              <button type="button" className="button" onClick={onRemove}>
                Take {name} off
              </button>
            )}
          </div>
        </div>
      )}
    </li>
  );
}

/** The strengths that the bag prints: where there are any the mix hardens by them, and not by its cement. */
function Told({ row, onChange }: { row: Row; onChange: (next: Row) => Promise<void> }) {
  const told = (row.strengths ?? []) as readonly Row[];
  const set = (next: readonly Row[]) => onChange({ ...row, strengths: next });
  const last = Number(told.at(-1)?.hours ?? row.final_set_h ?? 6);
  const strongest = Number(told.at(-1)?.strength_mpa ?? 0);
  const whole = (Number(row.strength_28_least_mpa) + Number(row.strength_28_most_mpa)) / 2;
  const next = { hours: Math.round(last * 2 * 10) / 10, strength_mpa: Math.round((strongest + whole) / 2) };
  return (
    <section aria-label="Strengths printed on the bag" className="mt-3 border-l-4 border-line pl-3">
      {told.map((one, at) => (
        <div key={String(one.hours)}>
          <Fields
            row={one}
            of="StrengthPoint"
            onChange={(changed) => set(told.map((other, index) => (index === at ? changed : other)))}
          />
          <button
            type="button"
            className="button mt-1"
            onClick={() => void set(told.filter((_, index) => index !== at))}
          >
            Remove
          </button>
        </div>
      ))}
      {told.length < mostOf("Mix", "strengths") && (
        <button type="button" className="button mt-1" onClick={() => void set([...told, next])}>
          Add a printed strength
        </button>
      )}
    </section>
  );
}

const SAID: Record<string, string> = { m3: "cubic metre" };
/** A mix from scratch is proportioned in its job, and is none of the shop's bags. */
const NOT_OFFERED = "from scratch";

/** Every figure of a document, in the reader's units. */
function Fields({ row, of, onChange }: { row: Row; of: DocumentName; onChange: (next: Row) => Promise<void> }) {
  return (
    <div className="cards [--card:19rem] gap-x-8">
      {specsOf(of).map((spec) => (
        <SpecField
          key={spec.key}
          spec={spec}
          value={row[spec.key] ?? spec.default ?? null}
          choices={spec.choices
            ?.filter((one) => one !== NOT_OFFERED)
            .map((one) => ({ value: one, text: SAID[one] ?? one }))}
          onKeep={(next) => onChange({ ...row, [spec.key]: next })}
        />
      ))}
    </div>
  );
}

function materialsOf(shop: Shop): Materials {
  return {
    mixes: shop.mixes,
    admixtures: shop.admixtures,
    ingredients: shop.ingredients,
    standby: shop.standby,
  };
}

/** A new entry to be changed: a copy of the last one, under an id of its own. */
function another(rows: readonly Row[], list: List): Row {
  if (list === "standby") return FIRST_MOULD;
  const last = rows.at(-1) ?? {};
  return {
    ...last,
    id: fresh(rows),
    name: `${String(last.name ?? "New")}, copy`.slice(0, 60),
    source: "the shop's own",
  };
}

function fresh(rows: readonly Row[]): string {
  const taken = new Set(rows.map((row) => row.id));
  let number = rows.length + 1;
  while (taken.has(`own-${number}`)) number += 1;
  return `own-${number}`;
}
