import { createPortal } from "react-dom";
import { usePreferences } from "@/units/preferences";

interface Props {
  label: string;
  text: string;
  problem: string | null;
  onText: (text: string) => void;
  onKeep: () => void;
  onLeave: () => void;
}

const DIGITS = ["7", "8", "9", "4", "5", "6", "1", "2", "3", ".", "0"];
const MARKS = { in: ["′", "″", "mm"], mm: ["mm", "cm", "″"] };
const FRACTIONS = ["1/16", "1/8", "3/16", "1/4", "3/8", "1/2", "5/8", "3/4", "7/8"];
const KEY = "min-h-14 rounded-(--radius) bg-paper text-2xl font-semibold text-ink active:bg-chalk-soft";

/** Digits and fractions for a thumb, from below; the phone's own keyboard has no fractions. */
export function LengthPad({ label, text, problem, onText, onKeep, onLeave }: Props) {
  const { units } = usePreferences();
  const add = (mark: string) => onText(mark.includes("/") && /\d$/.test(text) ? `${text} ${mark}` : text + mark);
  return createPortal(
    <div
      data-length-pad
      className="fixed inset-x-0 bottom-0 z-50 space-y-2 border-t-4 border-ink bg-ground p-3 text-ink"
      onPointerDown={(event) => event.preventDefault()}
    >
      <div className="flex items-center justify-between gap-3">
        <span>{label}</span>
        <output className="figure text-3xl">{text || " "}</output>
      </div>
      {problem && <p className="border-l-4 border-stop pl-2">{problem}</p>}
      <div className="flex gap-1.5 overflow-x-auto pb-1">
        {FRACTIONS.map((mark) => (
          <button key={mark} type="button" className={`${KEY} figure shrink-0 px-3 text-xl`} onClick={() => add(mark)}>
            {mark}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-4 gap-1.5">
        <div className="col-span-3 grid grid-cols-3 gap-1.5">
          {DIGITS.map((digit) => (
            <button key={digit} type="button" className={KEY} onClick={() => add(digit)}>
              {digit}
            </button>
          ))}
          <button type="button" aria-label="Backspace" className={KEY} onClick={() => onText(text.slice(0, -1))}>
            ⌫
          </button>
        </div>
        <div className="grid gap-1.5">
          {MARKS[units].map((mark) => (
            <button key={mark} type="button" className={KEY} onClick={() => add(mark)}>
              {mark}
            </button>
          ))}
          <button type="button" aria-label="Clear" className={KEY} onClick={() => onText("")}>
            C
          </button>
        </div>
      </div>
      <div className="grid grid-cols-2 gap-2">
        <button type="button" className="button min-h-14" onClick={onLeave}>
          Cancel
        </button>
        <button type="button" className="button button-now min-h-14" onClick={onKeep}>
          OK
        </button>
      </div>
    </div>,
    document.body,
  );
}
