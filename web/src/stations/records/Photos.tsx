interface Props {
  photos: readonly string[];
  /** What they are of, for who cannot see them. */
  of: string;
}

/** The photos of an entry, small; each opens whole. */
export function Photos({ photos, of }: Props) {
  if (photos.length === 0) return null;
  return (
    <p className="mt-2 flex flex-wrap gap-2">
      {photos.map((photo, number) => (
        <a key={photo} href={`/api/photos/${photo}`} target="_blank" rel="noreferrer">
          <img
            src={`/api/photos/${photo}?small=true`}
            alt={`Number ${number + 1} of “${of}”`}
            className="h-24 border border-line-strong"
          />
        </a>
      ))}
    </p>
  );
}
