import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { type ChangeEvent, useRef, useState } from "react";
import { Refused } from "@/api/client";
import { beginJobFromFile, jobQuery } from "@/api/queries";
import { Modal } from "@/parts/Modal";

/** Brings a job in from its file. */
export function BringIn() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [problems, setProblems] = useState<string[]>([]);

  async function bringIn(event: ChangeEvent<HTMLInputElement>) {
    const [file] = event.target.files ?? [];
    event.target.value = "";
    if (!file) return;
    try {
      const view = await beginJobFromFile(parse(await file.text()));
      queries.setQueryData(jobQuery(view.id).queryKey, view);
      void queries.invalidateQueries({ queryKey: ["jobs"] });
      await navigate({ to: "/jobs/$jobId/$station", params: { jobId: view.id, station: "measure" } });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      const said = error.problems.map((one) => `${one.field || "The file"}: ${one.problem} ${one.remedy}`);
      setProblems(said.length ? said : [error.message]);
    }
  }

  return (
    <>
      <button type="button" className="button" onClick={() => input.current?.click()}>
        Import a job
      </button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="hidden"
        aria-label="Job file"
        onChange={(event) => void bringIn(event)}
      />
      <Modal open={problems.length > 0} title="That file cannot be used" onClose={() => setProblems([])}>
        <ul className="space-y-2">
          {problems.map((problem) => (
            <li key={problem} className="border-l-4 border-stop pl-2 [overflow-wrap:anywhere]">
              {problem}
            </li>
          ))}
        </ul>
      </Modal>
    </>
  );
}

function parse(text: string): Record<string, unknown> {
  try {
    const found: unknown = JSON.parse(text);
    if (found instanceof Object && !Array.isArray(found)) return { ...found };
  } catch {
    // said below
  }
  throw new Refused(422, "Not a job file. Choose one exported from Ulbrek (.ulbrek.json).");
}
