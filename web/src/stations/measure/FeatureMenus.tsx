import { DropdownMenu } from "radix-ui";
import type { Feature, FeatureInput, Piece, PiecePlan } from "@/api/client";
import { FEATURE_KINDS } from "@/api/fields";
import { beginFeature } from "@/api/queries";
import { FieldProblem } from "@/parts/FieldProblem";
import { Menu } from "@/parts/Menu";
import { nameOf } from "@/parts/specs";
import { useKeep } from "@/parts/useKeep";
import { usePreferences } from "@/units/preferences";
import { type Arrangement, arranged } from "./arrange";
import { type Fields, freshId } from "./fields";

const ARRANGEMENTS: readonly (readonly [Arrangement, string, least: number])[] = [
  ["mirror across", "Mirror left to right", 1],
  ["mirror deep", "Mirror front to back", 1],
  ["align left", "Align left", 2],
  ["align middle", "Align centres (left–right)", 2],
  ["align right", "Align right", 2],
  ["align front", "Align front", 2],
  ["align centre", "Align centres (front–back)", 2],
  ["align back", "Align back", 2],
  ["distribute across", "Space evenly (left–right)", 3],
  ["distribute deep", "Space evenly (front–back)", 3],
];

/** How far a copy stands from what it is a copy of [mm]. */
const BESIDE_MM = 30;

interface AddProps {
  piece: Piece;
  fields: Fields;
  onSelect: (ids: string[]) => void;
  onImport: () => void;
  onPieces: () => void;
}

/** Puts something into the piece, or begins another piece. */
export function AddMenu({ piece, fields, onSelect, onImport, onPieces }: AddProps) {
  const { units } = usePreferences();
  const [problem, keep] = useKeep();
  async function add(kind: Feature["kind"]) {
    const begun = await beginFeature(kind, piece, units);
    let { id } = begun;
    await fields.features((all) => {
      id = freshId(all, begun.id);
      return [...all, { ...begun, id }];
    }, `Added ${begun.name}`);
    onSelect([id]);
  }
  return (
    <>
      <Menu label="Add">
        {FEATURE_KINDS.map((kind) => (
          <Menu.Item key={kind} onSelect={() => keep(add(kind))}>
            {nameOf(kind)}
          </Menu.Item>
        ))}
        <DropdownMenu.Separator className="my-1 border-t border-line" />
        <Menu.Item onSelect={onImport}>From a drawing …</Menu.Item>
        <Menu.Item onSelect={onPieces}>Add a piece …</Menu.Item>
      </Menu>
      <FieldProblem problem={problem} />
    </>
  );
}

interface ArrangeProps {
  piece: Piece;
  measure: PiecePlan["measure"];
  selected: readonly string[];
  fields: Fields;
  onSelect: (ids: string[]) => void;
  onRemove: (ids: readonly string[]) => void;
}

/** What can be done with the features that are chosen. */
export function ArrangeMenu({ piece, measure, selected, fields, onSelect, onRemove }: ArrangeProps) {
  const chosen = piece.features.filter((feature) => selected.includes(feature.id));
  const named = chosen.length === 1 ? chosen[0]?.name : `${chosen.length} features`;
  const size = { length: measure.length_mm, width: measure.width_mm };
  if (chosen.length === 0) return null;

  function duplicate() {
    const copies: FeatureInput[] = [];
    for (const feature of chosen) {
      const id = freshId([...piece.features, ...copies], feature.id);
      copies.push("x" in feature ? { ...feature, id, x: beside(feature.x) } : { ...feature, id });
    }
    void fields
      .features((all) => [...all, ...copies], `Duplicated ${named}`)
      .then(() => onSelect(copies.map((copy) => copy.id)));
  }

  return (
    <Menu label="Arrange">
      <Menu.Item onSelect={duplicate}>Duplicate</Menu.Item>
      {ARRANGEMENTS.filter(([, , least]) => chosen.length >= least).map(([how, text]) => (
        <Menu.Item
          key={how}
          onSelect={() =>
            void fields.features((all) => arranged(how, all, selected, measure.features, size), `${text}: ${named}`)
          }
        >
          {text}
        </Menu.Item>
      ))}
      <Menu.Item onSelect={() => onRemove(selected)}>Remove</Menu.Item>
    </Menu>
  );
}

function beside<A extends { offset: { mm: number } }>(anchor: A) {
  return { ...anchor, offset: { mm: anchor.offset.mm + BESIDE_MM, typed: null } };
}
