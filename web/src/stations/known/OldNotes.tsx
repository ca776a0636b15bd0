import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, Refused, type Schemas, take } from "@/api/client";
import { shopQuery } from "@/api/queries";
import { Select } from "@/parts/Choice";
import { FieldProblem } from "@/parts/FieldProblem";
import { Modal } from "@/parts/Modal";
import { useWork } from "@/parts/useWork";
import { usePreferences } from "@/units/preferences";
import { percent } from "./figures";

type Table = Schemas["PastTable"];
type Read = Schemas["PastRead"];
type Field = NonNullable<Table["columns"][number]["likely"]>;
type Order = NonNullable<Table["order"]>;

const FIELDS: readonly { field: Field; name: string; mm?: string; in?: string }[] = [
  { field: "date", name: "Date of the pour" },
  { field: "name", name: "Piece" },
  { field: "mix", name: "Mix" },
  { field: "celsius", name: "Air temperature", mm: "°C", in: "°F" },
  { field: "bags", name: "Bags mixed" },
  { field: "water_l", name: "Water, total", mm: "L", in: "qt" },
  { field: "filled_l", name: "Volume of the forms", mm: "L", in: "ft³" },
  { field: "left_over_l", name: "Concrete left over", mm: "L", in: "qt" },
  { field: "set_h", name: "Time to set", mm: "h", in: "h" },
  { field: "stripped_kg", name: "Weight when stripped", mm: "kg", in: "lb" },
  { field: "dry_kg", name: "Weight when dry", mm: "kg", in: "lb" },
  { field: "defect", name: "Defect" },
  { field: "note", name: "Note" },
];
const ORDERS: readonly { value: Order; text: string }[] = [
  { value: "year first", text: "year, month, day" },
  { value: "day first", text: "day, month, year" },
  { value: "month first", text: "month, day, year" },
];
const UNITS = [
  { value: "mm", text: "litres, kg, °C" },
  { value: "in", text: "quarts, ft³, lb, °F" },
] as const;
const NONE = "";

/** How a table is read: which column holds what, in which units, and of which mix its lines are. */
interface Mapping {
  columns: Partial<Record<Field, number>>;
  order: Order | null;
  units: "mm" | "in";
  mix: string;
  bag: string;
}

/** What was chosen of a file, what is in it, and what came of reading it. */
function useOldNotes() {
  const queries = useQueryClient();
  const { data: shop } = useQuery(shopQuery);
  const { units } = usePreferences();
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [table, setTable] = useState<Table | null>(null);
  const [mapping, setMapping] = useState<Mapping>({ columns: {}, order: null, units, mix: "", bag: "" });
  const [read, setRead] = useState<Read | null>(null);
  const working = useWork();
  const { work } = working;
  const mixes = shop?.mixes ?? [];
  const mix = mixes.find((one) => one.id === mapping.mix) ?? mixes[0];
  const size = mix?.sizes.find((one) => one.id === mapping.bag) ?? mix?.sizes[0];

  function map(change: Partial<Mapping>) {
    setMapping((before) => ({ ...before, ...change }));
    setRead(null);
  }
  const choose = (found: File) =>
    work(async () => {
      const headsBefore = table && heads(table);
      setTable(null);
      setRead(null);
      const text = await textOf(found);
      const looked = await take(client.POST("/api/past/look", { body: { text } }));
      setFile({ name: found.name, text });
      setTable(looked);
      if (heads(looked) === headsBefore) return; // the same table again, mapped already
      const likely = looked.columns.flatMap((one, at) => (one.likely ? [[one.likely, at] as const] : []));
      map({ order: looked.order, columns: Object.fromEntries(likely) });
    });
  const send = (keep: boolean) =>
    work(async () => {
      if (!file || !mix || !size) return;
      const { order, columns, units: written } = mapping;
      if (!order) throw new Refused(422, "Choose the order of day and month: the dates do not say.");
      const told = { columns, order, units: written, mix: mix.id, bag: size.id };
      const body = { text: file.text, source: file.name, keep, columns: told };
      const found = await take(client.POST("/api/past", { body }));
      setRead(found);
      if (found.new !== null) void queries.invalidateQueries({ queryKey: ["records"] });
    });
  return { table, mapping, map, mixes, mix, size, read, choose, send, ...working };
}

/** A table of past castings: its columns are mapped, what is wrong is told by line, and all of it is kept or nothing. */
export function OldNotes({ onClose }: { onClose: () => void }) {
  const notes = useOldNotes();
  const { table, read, refused, busy, send } = notes;
  return (
    <Modal
      open
      title="Import old notes"
      description="A table of past castings as CSV, one pour a line, its columns named in the first line."
      onClose={onClose}
    >
      <label className="block">
        File
        <input
          type="file"
          accept=".csv,.txt,text/csv"
          className="field py-2"
          // A file that was mended and is chosen again is another one.
          onClick={(event) => {
            event.currentTarget.value = "";
          }}
          onChange={(event) => event.target.files?.[0] && void notes.choose(event.target.files[0])}
        />
      </label>
      {table && <HowItIsRead notes={notes} table={table} />}
      {read && <WhatWasRead read={read} />}
      <FieldProblem problem={refused} />
      {table && read?.new == null && (
        <div className="mt-4 flex flex-wrap gap-3">
          <button type="button" className="button" disabled={busy} onClick={() => void send(false)}>
            Check it
          </button>
          <button type="button" className="button button-now" disabled={busy} onClick={() => void send(true)}>
            Import
          </button>
        </div>
      )}
      {table && read?.new != null && (
        <button type="button" className="button mt-4" onClick={onClose}>
          Close
        </button>
      )}
    </Modal>
  );
}

function HowItIsRead({ notes, table }: { notes: ReturnType<typeof useOldNotes>; table: Table }) {
  const { mapping, map, mixes, mix, size } = notes;
  const { columns, order, units } = mapping;
  return (
    <div className="mt-3">
      <p>
        {table.lines} {table.lines === 1 ? "line" : "lines"}. Say which column holds what; leave out what is not there.
      </p>
      <Select
        label="Dates are written"
        value={order ?? NONE}
        choices={[...(order ? [] : [{ value: NONE, text: "choose" }]), ...ORDERS]}
        onChoose={(value) => map({ order: ORDERS.find((one) => one.value === value)?.value ?? null })}
      />
      <Select label="Units" value={units} choices={UNITS} onChoose={(value) => map({ units: value })} />
      <Select
        label="Mix, unless the line says"
        value={mix?.id ?? ""}
        choices={mixes.map((one) => ({ value: one.id, text: one.name }))}
        onChoose={(value) => map({ mix: value })}
      />
      {mix && mix.sizes.length > 1 && (
        <Select
          label="Bag"
          value={size?.id ?? ""}
          choices={mix.sizes.map((one) => ({ value: one.id, text: one.name }))}
          onChoose={(value) => map({ bag: value })}
        />
      )}
      {FIELDS.map(({ field, name, ...unit }) => (
        <Select
          key={field}
          label={unit[units] ? `${name}, ${unit[units]}` : name}
          value={String(columns[field] ?? NONE)}
          choices={[
            { value: NONE, text: "not there" },
            ...table.columns.map((one, at) => ({
              value: String(at),
              text: one.samples[0] ? `${one.head}: ${one.samples[0]}` : one.head,
            })),
          ]}
          onChoose={(value) => {
            const { [field]: _, ...rest } = columns;
            map({ columns: value === NONE ? rest : { ...rest, [field]: Number(value) } });
          }}
        />
      ))}
    </div>
  );
}

function WhatWasRead({ read }: { read: Read }) {
  const { lines, problems, wrong, aside } = read;
  return (
    <div className="mt-4" aria-live="polite">
      <p className="font-bold">
        {read.new !== null
          ? `${read.new} of ${lines} are new and kept${read.new < lines ? "; the others were here" : ""}.`
          : wrong > 0
            ? `${wrong} ${wrong === 1 ? "thing is" : "things are"} wrong. Nothing was kept.`
            : `All ${lines} lines can be kept.`}
      </p>
      {problems.length > 0 && (
        <ul className="mt-1 max-h-60 overflow-y-auto">
          {problems.map((one) => (
            <li key={`${one.line} ${one.column} ${one.problem}`} className="border-b border-line py-1.5">
              Line {one.line}, {one.column}: {one.problem} {one.remedy}
            </li>
          ))}
        </ul>
      )}
      {aside.length > 0 && (
        <>
          <p className="mt-2 font-bold">Set aside, since they cannot be right</p>
          <ul className="max-h-40 overflow-y-auto">
            {aside.map((one) => (
              <li key={`${one.line} ${one.quantity}`} className="border-b border-line py-1.5">
                Line {one.line}, {one.name}: {one.what} would be {percent(one.ratio)} of the rule.
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

const heads = (table: Table) => JSON.stringify(table.columns.map((one) => one.head));

/** What a file says, in the letters that it was saved in. */
async function textOf(file: File): Promise<string> {
  const bytes = await file.arrayBuffer();
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}
