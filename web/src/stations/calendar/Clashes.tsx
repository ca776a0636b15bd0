import { FindingWords } from "@/parts/FindingLines";
import { SeverityMark } from "@/parts/SeverityMark";
import { usePreferences } from "@/units/preferences";
import { fill } from "@/units/sentence";
import type { Move, ShopClash } from "./days";

interface Props {
  clashes: readonly ShopClash[];
  more: number;
  moveOf: (id: string, at: string) => Move | null;
  onMove: ((move: Move) => void) | null;
}

/** Where pours get in each other's way, soonest first, each with the nearest free hour as a button. */
export function Clashes({ clashes, more, moveOf, onMove }: Props) {
  const { units } = usePreferences();
  if (clashes.length === 0) {
    return (
      <p className="flex items-center gap-3">
        <SeverityMark severity={undefined} />
        Nothing gets in the way of anything else.
      </p>
    );
  }
  return (
    <>
      <ul className="space-y-4">
        {clashes.map((clash) => {
          const { finding } = clash;
          const to = finding.change && clash.moves ? Object.values(finding.change.fields)[0] : null;
          const move = clash.moves && typeof to === "string" ? moveOf(clash.moves, to) : null;
          return (
            <li key={`${finding.code} ${clash.begin} ${clash.of}`} className="flex gap-3" data-finding={finding.code}>
              <span className="pt-0.5">
                <SeverityMark severity={finding.severity} />
              </span>
              <div>
                <FindingWords finding={finding}>
                  {move && onMove && finding.change && (
                    <button type="button" className="button my-2" onClick={() => onMove(move)}>
                      {fill(finding.change.label, finding.change.values, units)}
                    </button>
                  )}
                </FindingWords>
              </div>
            </li>
          );
        })}
      </ul>
      {more > 0 && <p className="mt-4 text-soft">{more} more after these.</p>}
    </>
  );
}
