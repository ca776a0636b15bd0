import { useQueryClient, useSuspenseQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { type FormEvent, useState } from "react";
import { type FieldProblem, type Job, Refused } from "@/api/client";
import { beginJob, jobQuery, shopQuery } from "@/api/queries";
import { Modal } from "@/parts/Modal";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";

type Sizes = Record<"length" | "width" | "thickness", string>;

const START: Record<Units, Sizes> = {
  in: { length: '36"', width: '24"', thickness: '1 1/2"' },
  mm: { length: "900 mm", width: "600 mm", thickness: "40 mm" },
};
const POINTERS: Record<keyof Sizes | "name", RegExp> = {
  name: /name$/,
  length: /outline\/length$/,
  width: /outline\/width$/,
  thickness: /thickness$/,
};
const FIELDS: readonly [keyof Sizes, string][] = [
  ["length", "Length, left to right"],
  ["width", "Width, front to back"],
  ["thickness", "Thickness"],
];

/** Begins a job with one piece, by its numbers. */
export function NewPiece({ onClose }: { onClose: () => void }) {
  const { units } = usePreferences();
  const { data: shop } = useSuspenseQuery(shopQuery);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [name, setName] = useState("New top");
  const [sizes, setSizes] = useState(START[units]);
  const [refused, setRefused] = useState<Refused | null>(null);

  async function begin(event: FormEvent) {
    event.preventDefault();
    const [mix] = shop.mixes ?? [];
    const bare = (typed: string) => ({ typed, bare: units });
    const job = {
      name: name.trim(),
      pieces: [
        {
          id: "piece",
          name: name.trim(),
          outline: { kind: "rectangle", length: bare(sizes.length), width: bare(sizes.width) },
          thickness: bare(sizes.thickness),
        },
      ],
      mix: { mix: mix?.id, bag: mix?.sizes[0]?.id, container: shop.containers?.[0]?.id },
    };
    try {
      const view = await beginJob(job as unknown as Job);
      queries.setQueryData(jobQuery(view.id).queryKey, view);
      void queries.invalidateQueries({ queryKey: ["jobs"] });
      await navigate({ to: "/jobs/$jobId/$station", params: { jobId: view.id, station: "measure" } });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefused(error);
    }
  }

  const problem = (field: keyof typeof POINTERS) => refused?.problems.find((one) => POINTERS[field].test(one.field));
  return (
    <Modal open title="New piece" description="Its outside measures, as you would call them out." onClose={onClose}>
      <form onSubmit={begin} className="space-y-3">
        <Entry label="Name" value={name} problem={problem("name")} onChange={setName} />
        {FIELDS.map(([field, label]) => (
          <Entry
            key={field}
            label={label}
            value={sizes[field]}
            problem={problem(field)}
            onChange={(value) => setSizes({ ...sizes, [field]: value })}
          />
        ))}
        {refused && refused.problems.length === 0 && <p role="alert">{refused.message}</p>}
        <button type="submit" className="button button-now w-full">
          Draw it
        </button>
      </form>
    </Modal>
  );
}

interface EntryProps {
  label: string;
  value: string;
  problem: FieldProblem | undefined;
  onChange: (value: string) => void;
}

function Entry({ label, value, problem, onChange }: EntryProps) {
  return (
    <label className="block">
      {label}
      <input
        className="field figure text-lg"
        value={value}
        maxLength={60}
        autoComplete="off"
        aria-invalid={problem !== undefined}
        onChange={(event) => onChange(event.target.value)}
      />
      {problem && (
        <span role="alert" className="block border-l-4 border-stop pl-2">
          {problem.problem} {problem.remedy}
        </span>
      )}
    </label>
  );
}
