import { useQuery } from "@tanstack/react-query";
import { defectKindsQuery } from "@/api/records";

interface Props {
  kind: string | null;
  onKind: (kind: string) => void;
  /** What it says while none is chosen. */
  none?: string;
}

/** What kind of defect it is, and where such ones show. */
export function DefectKind({ kind, onKind, none = "Choose a kind" }: Props) {
  const { data: kinds = [] } = useQuery(defectKindsQuery);
  const shows = kinds.find((one) => one.key === kind)?.shows;
  return (
    <label className="block max-w-xl">
      Kind of defect
      <select className="field" value={kind ?? ""} onChange={(event) => onKind(event.target.value)}>
        {!kind && <option value="">{none}</option>}
        {kinds.map((one) => (
          <option key={one.key} value={one.key}>
            {one.name}
          </option>
        ))}
      </select>
      {shows && <span className="text-soft">Shows at: {shows}.</span>}
    </label>
  );
}
