export type CureView = "hours" | "window" | "otherwise";

const VIEWS: readonly { view: CureView; text: string }[] = [
  { view: "hours", text: "Hours" },
  { view: "window", text: "Pour window" },
  { view: "otherwise", text: "What if" },
];

/** What Cure shows: the hours of the pour as it is planned, or the week to choose its hour from. */
export function CureViews({ view, onView }: { view: CureView; onView: (view: CureView) => void }) {
  return (
    <fieldset className="ml-auto flex gap-2">
      <legend className="sr-only">Shown</legend>
      {VIEWS.map((one) => (
        <button
          key={one.view}
          type="button"
          aria-pressed={view === one.view}
          className={`button ${view === one.view ? "button-pressed" : ""}`}
          onClick={() => onView(one.view)}
        >
          {one.text}
        </button>
      ))}
    </fieldset>
  );
}
