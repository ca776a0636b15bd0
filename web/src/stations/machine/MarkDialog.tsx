import { useState } from "react";
import { Stepper } from "@/day/Stepper";
import { Modal } from "@/parts/Modal";
import { MM_PER_INCH, writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import type { AtMachine, MarkAsked } from "./useAtMachine";
import { MARKS } from "./words";

interface Props {
  mark: MarkAsked;
  work: AtMachine;
  onClose: () => void;
}

/** What one tap changes [mm]: of heights, of how far a mark reaches, of where it is. */
const STEPS = {
  mm: { high: 0.1, size: 20, place: 20 },
  in: { high: MM_PER_INCH / 64, size: MM_PER_INCH, place: MM_PER_INCH },
};
const HIGHEST_MM = 20;
const LEAST_SIZE_MM = 20;
const FIRST_HIGH_MM = 0.2;

/** A mark on the face: where it is, how far it reaches, how high it stands; and that it is gone. */
export function MarkDialog({ mark, work, onClose }: Props) {
  const { units } = usePreferences();
  const steps = STEPS[units];
  const is = "id" in mark ? mark : null;
  const [high, setHigh] = useState(is?.high_mm ?? FIRST_HIGH_MM);
  const [size, setSize] = useState(is?.size_mm ?? 120);
  const [x, setX] = useState(mark.x_mm);
  const [y, setY] = useState(mark.y_mm);
  const kind = MARKS[mark.mark];
  const step = work.step?.id ?? null;
  const number = is ? ` ${work.marks.findIndex((one) => one.id === is.id) + 1}` : "";
  function keep() {
    const high_mm = mark.mark === "high" ? Number(high.toFixed(3)) : null;
    const told = { kind: "mark", step, mark: mark.mark, size_mm: size, high_mm } as const;
    void work.say(is ? { ...told, of: is.id } : { ...told, x_mm: x, y_mm: y }, `${kind.name.toLowerCase()}${number}`);
    onClose();
  }
  function end(saying: "flat" | "undo") {
    if (is)
      void work.say(
        { kind: saying, step: saying === "flat" ? step : null, of: is.id },
        `${kind.name.toLowerCase()}${number} ${kind.gone}`,
      );
    onClose();
  }
  return (
    <Modal open title={`${kind.name}${number}`} onClose={onClose}>
      {mark.mark === "high" && (
        <Stepper
          label="Stands high"
          at="height"
          value={writeLength(high, units, "fine")}
          onLess={() => setHigh(Math.max(0, high - steps.high))}
          onMore={() => setHigh(Math.min(HIGHEST_MM, high + steps.high))}
        />
      )}
      <Stepper
        label="Reaches"
        at="reach"
        value={writeLength(size, units, "hold")}
        onLess={() => setSize(Math.max(LEAST_SIZE_MM, size - steps.size))}
        onMore={() => setSize(Math.min(2_000, size + steps.size))}
      />
      {!is && (
        <>
          <Stepper
            label="From the left"
            at="from the left"
            value={writeLength(x, units, "hold")}
            onLess={() => setX(Math.max(0, x - steps.place))}
            onMore={() => setX(Math.min(work.face.length_mm, x + steps.place))}
          />
          <Stepper
            label="From the front"
            at="from the front"
            value={writeLength(y, units, "hold")}
            onLess={() => setY(Math.max(0, y - steps.place))}
            onMore={() => setY(Math.min(work.face.width_mm, y + steps.place))}
          />
        </>
      )}
      <div className="mt-4 grid gap-2">
        <button type="button" className="button button-now min-h-14" onClick={keep}>
          {is ? "Keep what it is now" : `Add the ${kind.name.toLowerCase()}`}
        </button>
        {is && !is.flat && (
          <button type="button" className="button min-h-14" onClick={() => end("flat")}>
            It {kind.gone}
          </button>
        )}
        {is && (
          <button type="button" className="button min-h-14" onClick={() => end("undo")}>
            Remove the mark
          </button>
        )}
      </div>
    </Modal>
  );
}
