import { Modal } from "@/parts/Modal";

const KEYS: readonly [string, string][] = [
  ["1 to 9", "the stations, in the order of the rail"],
  ["Tab", "to the next feature, dimension or figure"],
  ["Enter", "open what is chosen; keep what was typed"],
  ["Esc", "leave a field as it was; choose nothing"],
  ["Arrows", "nudge the selection by 1/16″ or 1 mm"],
  ["Shift + arrows", "nudge it by 1″ or 10 mm"],
  ["Shift + click", "add to or drop from the selection"],
  ["Alt, dragging", "without snapping"],
  ["Wheel", "zoom"],
  ["Delete", "remove what is chosen"],
  ["Ctrl + Z", "undo"],
  ["Ctrl + Shift + Z", "redo"],
  ["?", "these shortcuts"],
];

/** What the keyboard does. */
export function Keys({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Modal open={open} title="Shortcuts" onClose={onClose}>
      <dl>
        {KEYS.map(([key, does]) => (
          <div key={key} className="line [--columns:10rem_1fr] gap-3 py-2">
            <dt className="figure whitespace-pre">{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
