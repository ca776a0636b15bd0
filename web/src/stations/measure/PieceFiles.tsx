/** A piece as a file. */
export function PieceFiles({ jobId, pieceId }: { jobId: string; pieceId: string }) {
  return (
    <section aria-label="Files of this piece">
      <h2 className="mb-1 text-lg font-bold">Export</h2>
      <div className="flex flex-wrap gap-2">
        {(["dxf", "svg", "stl", "3mf"] as const).map((form) => (
          <a
            key={form}
            className="button inline-flex items-center uppercase"
            href={`/api/jobs/${jobId}/pieces/${pieceId}/${form}`}
            download
          >
            {form}
          </a>
        ))}
      </div>
    </section>
  );
}
