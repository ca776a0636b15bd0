import type { Job } from "@/api/client";
import { Select } from "@/parts/Choice";

interface Props {
  job: Job;
  index: number;
  onChoose: (index: number) => void;
}

/** Which piece of a job is looked at; nothing where there is only one. */
export function PieceSelect({ job, index, onChoose }: Props) {
  if (job.pieces.length < 2) return null;
  return (
    <Select
      label="Piece"
      value={String(index)}
      choices={job.pieces.map((one, at) => ({ value: String(at), text: one.name }))}
      onChoose={(at) => onChoose(Number(at))}
    />
  );
}
