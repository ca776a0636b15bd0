import { LETTERS } from "./windowGrid";

/** What the letters in the hours of a week stand for. */
export function LetterKey() {
  return (
    <p className="flex flex-wrap gap-x-4 text-soft">
      {Object.values(LETTERS)
        .filter(({ letter }) => letter)
        .map(({ letter, word }) => (
          <span key={letter}>
            <b>{letter}</b> {word}
          </span>
        ))}
    </p>
  );
}
