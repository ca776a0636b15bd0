import { useQueryClient, useSuspenseQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { type FormEvent, useState } from "react";
import { v4 as newId } from "uuid";
import { type FieldProblem, type JobInput, Refused } from "@/api/client";
import { beginJob, beginPiece, jobQuery, type Start, shopQuery, startsQuery } from "@/api/queries";
import { Modal } from "@/parts/Modal";
import { usePreferences } from "@/units/preferences";

const NOTHING: Start = { id: "", name: "", asked: [], usual: {} };

/** Begins a job with one piece, by its numbers. */
export function NewPiece({ onClose }: { onClose: () => void }) {
  const { units } = usePreferences();
  const { data: shop } = useSuspenseQuery(shopQuery);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { data: starts } = useSuspenseQuery(startsQuery);
  const [start, setStart] = useState(starts[0] ?? NOTHING);
  const [name, setName] = useState("New top");
  const [sizes, setSizes] = useState<Record<string, string>>(start.usual[units] ?? {});
  const [refused, setRefused] = useState<Refused | null>(null);

  async function begin(event: FormEvent) {
    event.preventDefault();
    const [mix] = shop.mixes;
    try {
      const piece = await beginPiece(start, `piece-${newId().slice(0, 8)}`, name.trim(), sizes, units);
      const job: JobInput = {
        name: name.trim(),
        pieces: [piece],
        mix: {
          mix: mix?.id ?? "",
          bag: mix?.sizes[0]?.id ?? "",
          container: shop.containers[0]?.id ?? "",
          ...(piece.stays ? { settled: "tapped" } : {}), // what stays in its place is not shaken on a bench
        },
      };
      const view = await beginJob(job);
      queries.setQueryData(jobQuery(view.id).queryKey, view);
      void queries.invalidateQueries({ queryKey: ["jobs"] });
      await navigate({ to: "/jobs/$jobId/$station", params: { jobId: view.id, station: "measure" } });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefused(error);
    }
  }

  const problem = (field: string) => refused?.problems.find((one) => asked(start, one.field) === field);
  const others = refused?.problems.filter((one) => asked(start, one.field) === null) ?? [];
  return (
    <Modal open title="New piece" description="Overall dimensions." onClose={onClose}>
      <form onSubmit={begin} className="space-y-3">
        <fieldset>
          <legend className="pb-1">What is it?</legend>
          <div className="grid grid-cols-3 gap-2 sm:grid-cols-5">
            {starts.map((one) => (
              <button
                key={one.id}
                type="button"
                aria-pressed={one.id === start.id}
                className={`button px-1 ${one.id === start.id ? "button-pressed" : ""}`}
                onClick={() => {
                  setStart(one);
                  setSizes(one.usual[units] ?? {});
                  if (name === `New ${start.name}` || name === `New ${start.name.toLowerCase()}`)
                    setName(`New ${one.name.toLowerCase()}`);
                  setRefused(null);
                }}
              >
                {one.name}
              </button>
            ))}
          </div>
        </fieldset>
        <Entry label="Name" value={name} problem={problem("name")} onChange={setName} />
        {start.asked.map(({ key, label }) => (
          <Entry
            key={key}
            label={label}
            value={sizes[key] ?? ""}
            problem={problem(key)}
            onChange={(value) => setSizes({ ...sizes, [key]: value })}
          />
        ))}
        {refused && (refused.problems.length === 0 || others.length > 0) && <p role="alert">{refused.message}</p>}
        <button type="submit" className="button button-now w-full">
          Create
        </button>
      </form>
    </Modal>
  );
}

/** Which of the asked fields a refused field of the job is; null when none is. */
function asked(start: Start, field: string): string | null {
  if (/^\/name$|^\/pieces\/0\/name$/.test(field)) return "name";
  const last = field.split("/").at(-1);
  return start.asked.find(({ key }) => key === last)?.key ?? null;
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
