import { useState } from "react";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { FieldProblem } from "@/parts/FieldProblem";
import { useKeep } from "@/parts/useKeep";
import { useMoney } from "@/parts/useMoney";

/** What else is paid for in a job: a sink, a journey. */
export function Extras() {
  const editor = useJobEditor();
  const money = useMoney();
  const [problem, keep] = useKeep();
  const [name, setName] = useState("");
  const [price, setPrice] = useState("");
  const extras = editor.shown.job.pricing?.extras ?? [];
  const set = (next: readonly object[], what: string) =>
    editor.change((job) => withField(job, "/pricing/extras", next), what);
  const add = async () => {
    await set([...extras, { name: name.trim(), price: Number(price.replace(",", ".")) }], `Other cost: ${name.trim()}`);
    setName("");
    setPrice("");
  };
  return (
    <section aria-label="Other costs" className="mt-2">
      <h2 className="mb-1 text-lg font-bold">Other costs</h2>
      <ul>
        {extras.map((one, at) => {
          const key = `${at} of ${extras.length}`; // two may be alike
          return (
            <li key={key} className="flex min-h-11 items-center justify-between border-b border-line">
              <span>
                {one.name} <b className="figure">{money(one.price ?? 0)}</b>
              </span>
              {!editor.readOnly && (
                <button
                  type="button"
                  className="min-h-11 underline"
                  onClick={() =>
                    keep(
                      set(
                        extras.filter((_, other) => other !== at),
                        `${one.name} is no longer paid for`,
                      ),
                    )
                  }
                >
                  Remove<span className="sr-only"> {one.name}</span>
                </button>
              )}
            </li>
          );
        })}
      </ul>
      {!editor.readOnly && (
        <form
          className="mt-2 flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            keep(add());
          }}
        >
          <label className="min-w-0 flex-1">
            What
            <input
              className="field w-full"
              value={name}
              maxLength={60}
              required
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <label className="w-24">
            Cost
            <input
              className="field w-full text-right"
              inputMode="decimal"
              value={price}
              required
              pattern="[0-9]+([.,][0-9]+)?"
              onChange={(event) => setPrice(event.target.value)}
            />
          </label>
          <button type="submit" className="button">
            Add
          </button>
        </form>
      )}
      <FieldProblem problem={problem} />
    </section>
  );
}
