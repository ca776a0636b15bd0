import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, type Piece, type PiecePlan, Refused, type Schemas, take } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { DOCUMENTS } from "@/api/fields";
import { shopQuery } from "@/api/queries";
import { Select } from "@/parts/Choice";
import { FieldProblem } from "@/parts/FieldProblem";
import { inWords } from "@/parts/values";
import { usePreferences } from "@/units/preferences";
import { entryOf } from "@/units/quantity";
import { fill } from "@/units/sentence";
import { useApply } from "../job/station";

type Goal = Schemas["SolveRequest"]["goal"];
type What = Goal["kind"];

interface Props {
  piece: Piece;
  planned: PiecePlan;
}

const { when: WHEN, by: BY } = DOCUMENTS.TargetMass.fields;
const { unknown: UNKNOWN } = DOCUMENTS.EqualSections.fields;
const { along: ALONG } = DOCUMENTS.FitToSite.fields;
const WHAT: readonly { value: What; text: string }[] = [
  { value: "target mass", text: "target weight" },
  { value: "divide at seams", text: "shorter castings" },
  { value: "equal sections", text: "fill the run" },
  { value: "fit to site", text: "fit the site" },
];

/** What would have to change to reach a goal, worked out by the core and offered as a button. */
export function WorkOut({ piece }: Props) {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const apply = useApply();
  const { data: shop = null } = useQuery(shopQuery);
  const dimensions = editor.shown.job.site.dimensions;
  const [what, setWhat] = useState<What>("target mass");
  const [amount, setAmount] = useState("");
  const [by, setBy] = useState<(typeof BY)["choices"][number]>("thickness");
  const [when, setWhen] = useState<(typeof WHEN)["choices"][number]>("dry");
  const [unknown, setUnknown] = useState<(typeof UNKNOWN)["choices"][number]>("section");
  const [dimension, setDimension] = useState("");
  const [along, setAlong] = useState<(typeof ALONG)["choices"][number]>("length");
  const [found, setFound] = useState<Schemas["Change"] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const ask = async () => {
    const number = Number(amount.replace(",", "."));
    const goals: Record<What, Goal> = {
      "target mass": { kind: "target mass", piece: piece.id, mass_kg: entryOf("kg", units).read(number), when, by },
      "divide at seams": { kind: "divide at seams", piece: piece.id, longest: { typed: amount, bare: units } },
      "equal sections": { kind: "equal sections", piece: piece.id, unknown },
      "fit to site": { kind: "fit to site", piece: piece.id, dimension: dimension || (dimensions[0]?.id ?? ""), along },
    };
    try {
      setFound(
        await take(client.POST("/api/solve", { body: { job: editor.kept.job, shop, goal: goals[what], units } })),
      );
      setProblem(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setFound(null);
      setProblem(error.message);
    }
  };
  const choices = WHAT.filter(
    (one) => (one.value !== "equal sections" || piece.run) && (one.value !== "fit to site" || dimensions.length > 0),
  );
  const same = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, text: value }));
  return (
    <section aria-label="Solve for">
      <h2 className="mb-1 text-lg font-bold">Solve for</h2>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void ask();
        }}
        onKeyDown={(event) => event.stopPropagation()}
      >
        <Select
          label="Goal"
          value={what}
          choices={choices}
          onChoose={(next) => {
            setWhat(next);
            setFound(null);
            setProblem(null);
          }}
        />
        {what === "target mass" && (
          <>
            <Select label={WHEN.label} value={when} choices={inWords(WHEN.choices, "when")} onChoose={setWhen} />
            <Select label={BY.label} value={by} choices={inWords(BY.choices, "by")} onChoose={setBy} />
          </>
        )}
        {what === "equal sections" && (
          <Select label={UNKNOWN.label} value={unknown} choices={same(UNKNOWN.choices)} onChoose={setUnknown} />
        )}
        {what === "fit to site" && (
          <>
            <Select
              label="Fits"
              value={dimension || (dimensions[0]?.id ?? "")}
              choices={dimensions.map((one) => ({ value: one.id, text: one.name }))}
              onChoose={setDimension}
            />
            <Select label={ALONG.label} value={along} choices={same(ALONG.choices)} onChoose={setAlong} />
          </>
        )}
        <div className="flex items-end gap-2 pt-2">
          {(what === "target mass" || what === "divide at seams") && (
            <label className="flex-1">
              {what === "target mass" ? `Weight, ${entryOf("kg", units).name}` : "Longest casting"}
              <input
                className="field figure text-lg"
                value={amount}
                autoComplete="off"
                onChange={(event) => setAmount(event.target.value)}
              />
            </label>
          )}
          <button type="submit" className="button">
            Solve for
          </button>
        </div>
      </form>
      <FieldProblem problem={problem} />
      {found && Object.keys(found.fields).length === 0 && <p className="pt-2">{found.label}</p>}
      {found && Object.keys(found.fields).length > 0 && (
        <button
          type="button"
          className="button button-now mt-3 w-full"
          onClick={() => {
            apply(found);
            setFound(null);
          }}
        >
          {fill(found.label, found.values ?? {}, units)}
        </button>
      )}
    </section>
  );
}
