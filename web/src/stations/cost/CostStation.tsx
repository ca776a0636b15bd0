import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { costQuery } from "@/api/queries";
import { DocField } from "@/parts/DocField";
import { specOf } from "@/parts/specs";
import { useMoney } from "@/parts/useMoney";
import { valueWords } from "@/parts/values";
import { FigureButton, FigureLine, WhyProvider } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write, writeHours, writeRange } from "@/units/quantity";
import { Bench } from "../job/Bench";
import { Extras } from "./Extras";

type Costed = Schemas["Costed"];

/** Cost: what a job takes and what of it stays, the hours of each step, and the price of each piece. */
export function CostStation() {
  const editor = useJobEditor();
  const { data: found } = useQuery({
    ...costQuery(editor.kept.id, editor.kept.revision),
    placeholderData: (before) => before,
  });
  const ticket = (
    <>
      {found && <Price found={found} />}
      <section aria-label="Charged" className="mt-2">
        <h2 className="mb-1 text-lg font-bold">Charged</h2>
        {(["charged", "set_by"] as const).map((name) => (
          <DocField key={name} at="/pricing" spec={specOf("CostInputs", name)} />
        ))}
      </section>
      <Extras />
      {found?.price && <Sheets id={editor.kept.id} />}
    </>
  );
  const bench = (
    <Bench title="Cost" ticket={ticket} findings={[]}>
      <div className="mx-auto max-w-3xl space-y-8 p-5 max-lg:pb-24">
        {found ? (
          <>
            <Pieces found={found} />
            <Steps found={found} />
            <Materials found={found} />
          </>
        ) : (
          <p>Working it out.</p>
        )}
      </div>
    </Bench>
  );
  return found ? <WhyProvider plan={found}>{bench}</WhyProvider> : bench;
}

function Price({ found }: { found: Costed }) {
  const money = useMoney();
  return (
    <section aria-label="Price">
      <h2 className="mb-1 text-lg font-bold">Price</h2>
      {found.price ? (
        <p className="[&_button]:text-3xl">
          <FigureButton figure={found.price} />
        </p>
      ) : (
        <p>
          The price of an hour is not said.{" "}
          <Link to="/shop/$part" params={{ part: "basics" }} className="underline">
            Say it under Shop, Rates
          </Link>
          .
        </p>
      )}
      <dl>
        <Sum name="Materials bought" value={money(found.spent)} />
        <Sum name="Used up" value={money(found.used_cost)} />
        <Sum name="Stays in the shop" value={money(found.stays_cost)} />
        {found.extras_cost > 0 && <Sum name="Other costs" value={money(found.extras_cost)} />}
        <FigureLine label="Work" figure={found.hours} />
        {found.labour_cost && (
          <FigureLine label="Work, with overhead" figure={found.labour_cost} text={money(found.labour_cost.value)} />
        )}
      </dl>
      {found.unpriced > 0 && (
        <p className="text-soft">
          {found.unpriced === 1 ? "One material has" : `${found.unpriced} materials have`} no price, and count as
          nothing.
        </p>
      )}
    </section>
  );
}

function Sum({ name, value }: { name: string; value: string }) {
  return (
    <div className="flex min-h-11 items-center justify-between gap-3 border-b border-line">
      <dt>{name}</dt>
      <dd className="figure">{value}</dd>
    </div>
  );
}

function Sheets({ id }: { id: string }) {
  const { units } = usePreferences();
  const query = `units=${units}&paper=${units === "in" ? "letter" : "a4"}`;
  return (
    <section aria-label="On paper" className="flex flex-wrap gap-3">
      {(["estimate", "receipt"] as const).map((which) => (
        <a key={which} className="button" href={`/api/jobs/${id}/price/${which}?${query}`} download>
          {which === "estimate" ? "Print estimate" : "Print receipt"}
        </a>
      ))}
    </section>
  );
}

const HEAD = "border-b-2 border-ink py-1 pr-4";
const CELL = "border-b border-line py-1.5 pr-4";

function Pieces({ found }: { found: Costed }) {
  const money = useMoney();
  return (
    <section aria-label="Pieces">
      <h2 className="mb-1 text-lg font-bold">Piece by piece</h2>
      <Table heads={["Piece", "Count", "Work", "Each", "All"]}>
        {found.pieces.map((one) => (
          <tr key={one.piece}>
            <th scope="row" className={`${CELL} text-left`}>
              {one.name}
            </th>
            <td className={`${CELL} figure`}>{one.count}</td>
            <td className={`${CELL} figure`}>{writeHours(one.hours)}</td>
            <td className={`${CELL} figure`}>{one.price === null ? "" : money(one.price)}</td>
            <td className={`${CELL} figure`}>{one.cost === null ? "" : money(one.cost)}</td>
          </tr>
        ))}
      </Table>
      <p className="text-soft">Work goes by each piece’s own hours, materials by its share of the concrete.</p>
    </section>
  );
}

function Steps({ found }: { found: Costed }) {
  const { units } = usePreferences();
  const names = new Map(found.pieces.map((one) => [one.piece, one.name]));
  const told = (hours: Costed["hours"]) =>
    hours.low === null || hours.high === null ? writeHours(hours.value) : writeRange(hours.low, hours.high, "h", units);
  return (
    <section aria-label="Hours">
      <h2 className="mb-1 text-lg font-bold">Hours of each step</h2>
      <Table heads={["Step", "Piece", "Likely", "Between"]}>
        {found.steps.map((one) => (
          <tr key={`${one.step} ${one.piece}`} data-step={one.step}>
            <th scope="row" className={`${CELL} text-left font-normal`}>
              {valueWords(one.step)}
            </th>
            <td className={CELL}>{one.piece ? names.get(one.piece) : "all"}</td>
            <td className={CELL}>
              <FigureButton figure={one.hours} text={writeHours(one.hours.value)} />
            </td>
            <td className={`${CELL} figure`}>{told(one.hours)}</td>
          </tr>
        ))}
      </Table>
      <p className="text-soft">Of all castings, hours of one person, at the pace of a practised shop.</p>
    </section>
  );
}

function Materials({ found }: { found: Costed }) {
  const { units } = usePreferences();
  const money = useMoney();
  const many = (value: number, unit: string) => (unit ? write(value, unit, units) : String(value));
  return (
    <section aria-label="Materials">
      <h2 className="mb-1 text-lg font-bold">Materials, with nothing in stock</h2>
      <Table heads={["What", "Bought", "Cost", "Used up", "Stays"]}>
        {found.materials.map((one) => (
          <tr key={one.key} data-material={one.key}>
            <th scope="row" className={`${CELL} text-left font-normal`}>
              {one.name}
            </th>
            <td className={`${CELL} figure`}>{many(one.bought, one.unit)}</td>
            <td className={`${CELL} figure`}>{one.cost === null ? "no price" : money(one.cost)}</td>
            <td className={`${CELL} figure`}>{one.used_cost === null ? "" : money(one.used_cost)}</td>
            <td className={`${CELL} figure`}>{one.stays_cost ? money(one.stays_cost) : ""}</td>
          </tr>
        ))}
      </Table>
    </section>
  );
}

function Table({ heads, children }: { heads: readonly string[]; children: React.ReactNode }) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what is scrolled is reached by keys
    <div className="overflow-x-auto" tabIndex={0}>
      <table className="w-full">
        <thead>
          <tr className="text-left">
            {heads.map((head) => (
              <th key={head} scope="col" className={HEAD}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </div>
  );
}
