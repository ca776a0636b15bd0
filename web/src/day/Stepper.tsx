interface Props {
  /** What is changed, such as “Gap at one end”. */
  label: string;
  /** The end of what its buttons are called: “Less at one end”. */
  at: string;
  value: string;
  onLess: () => void;
  onMore: () => void;
}

/** A value that is set by taps, with wet gloves on. */
export function Stepper({ label, at, value, onLess, onMore }: Props) {
  return (
    <div className="flex items-center gap-3 border-b border-line py-2">
      <span className="min-w-0 flex-1">{label}</span>
      <button type="button" aria-label={`Less ${at}`} className="button size-14 text-2xl" onClick={onLess}>
        −
      </button>
      <output className="figure w-20 text-center text-xl">{value}</output>
      <button type="button" aria-label={`More ${at}`} className="button size-14 text-2xl" onClick={onMore}>
        +
      </button>
    </div>
  );
}
