import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { DropdownMenu } from "radix-ui";
import { v4 as newId } from "uuid";
import type { Headline, JobCard, Severity, Station } from "@/api/client";
import { useMay } from "@/api/me";
import { archiveJob, beginAnother } from "@/api/queries";
import { SeverityMark, severityWord } from "@/parts/SeverityMark";
import { usePreferences } from "@/units/preferences";
import { write, writeRange } from "@/units/quantity";
import { carriedBy, short, sizeText } from "../job/Rail";
import { Thumbnail } from "./Thumbnail";

const ORDER: readonly Severity[] = ["danger", "stop", "caution", "hint"];
const NAMES: Record<Station, string> = {
  measure: "Measure",
  arch: "Arch",
  warm: "Warm",
  ground: "Ground",
  cabinets: "Cabinets",
  form: "Form",
  steel: "Steel",
  mix: "Mix",
  cure: "Cure",
  move: "Move",
  finish: "Finish",
};

/** One job of the floor; what it tells is missing while it is worked out, and where it cannot be. */
export function JobLine({ card }: { card: JobCard }) {
  return card.headline ? <Planned card={card} headline={card.headline} /> : <Unplanned card={card} />;
}

/** A job that tells nothing but its name: it is being worked out for the first time, or it cannot be. */
function Unplanned({ card }: { card: JobCard }) {
  return (
    <li className="relative flex items-center gap-4 border-b border-line py-3 hover:bg-paper">
      <div className="min-w-0 flex-1">
        <h2 className="text-lg font-bold">
          <Link
            to="/jobs/$jobId/$station"
            params={{ jobId: card.id, station: "measure" }}
            className="after:absolute after:inset-0 [overflow-wrap:anywhere]"
          >
            {card.name}
          </Link>
        </h2>
        {card.problem ? (
          <p className="flex items-center gap-2">
            <SeverityMark severity="stop" />
            {card.problem} Open it to undo the last change, or archive it.
          </p>
        ) : (
          <p className="text-soft">Working it out …</p>
        )}
      </div>
      <JobMenu card={card} />
    </li>
  );
}

/** A job with its figures, and the station to look at first. */
function Planned({ card, headline }: { card: JobCard; headline: Headline }) {
  const { units } = usePreferences();
  const [piece] = headline.pieces;
  const worst = worstOf(headline.worst);
  const station = worst?.station ?? "measure";
  if (!piece) return null;
  const count = headline.pieces.reduce((sum, one) => sum + one.count, 0);
  return (
    <li className="relative line [--columns:84px_1fr_auto] items-center py-3 hover:bg-paper sm:[--columns:120px_minmax(0,1.3fr)_minmax(0,1.6fr)_auto] sm:gap-x-6">
      <Thumbnail piece={piece} />
      <div className="min-w-0">
        <h2 className="text-lg font-bold">
          <Link
            to="/jobs/$jobId/$station"
            params={{ jobId: card.id, station }}
            className="after:absolute after:inset-0 [overflow-wrap:anywhere]"
          >
            {headline.name}
          </Link>
        </h2>
        <p className="flex items-center gap-2">
          <SeverityMark severity={worst?.severity} />
          {worst ? `${severityWord(worst.severity)} at ${NAMES[worst.station]}` : "ready as far as planned"}
          {card.stale && <span className="text-soft">(updating)</span>}
        </p>
      </div>
      <dl className="col-span-2 col-start-2 row-start-2 mt-1 grid grid-cols-1 gap-x-5 sm:col-span-1 sm:col-start-3 sm:row-start-1 sm:mt-0 sm:grid-cols-3">
        <Told
          label={count === 1 ? "Size" : `${count} of`}
          figure={sizeText(piece.length_mm, piece.width_mm, units)}
          detail={`${short(piece.thickness_mm, units)} thick`}
        />
        <Told
          label="Mix"
          figure={write(headline.bags, headline.measured ? "charges" : "bags", units)}
          detail={`${headline.bag_name}, ${write(headline.batches, "batches", units)}`}
        />
        <Told
          label="Move"
          figure={writeRange(headline.mass_low_kg, headline.mass_high_kg, "kg", units)}
          detail={carriedBy(headline, units)}
        />
      </dl>
      <JobMenu card={card} />
    </li>
  );
}

function Told({ label, figure, detail }: { label: string; figure: string; detail: string }) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-2 sm:block">
      <dt className="text-soft sm:block">{label}</dt>
      <dd className="flex items-baseline gap-x-2 sm:block">
        <span className="figure text-lg leading-tight">{figure}</span>
        <span className="text-soft sm:block">{detail}</span>
      </dd>
    </div>
  );
}

function JobMenu({ card }: { card: JobCard }) {
  const may = useMay();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const archive = useMutation({
    mutationFn: () => archiveJob(card.id),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["jobs"] }),
  });
  const another = useMutation({
    mutationFn: () => beginAnother(card.id, newId()),
    onSuccess: async ({ id }) => {
      await queries.invalidateQueries({ queryKey: ["jobs"] });
      await navigate({ to: "/jobs/$jobId/$station", params: { jobId: id, station: "measure" } });
    },
  });
  if (!may("POST /api/jobs/{job_id}/archive")) return null;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="relative z-10 col-start-3 row-start-1 grid size-11 place-items-center text-2xl sm:col-start-4"
        aria-label={`More actions for ${card.name}`}
      >
        ⋯
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="z-30 border-2 border-ink bg-paper py-1 text-ink shadow-lg">
          <DropdownMenu.Item asChild>
            <a
              className="flex min-h-11 items-center px-4 data-[highlighted]:bg-chalk-soft"
              href={`/api/jobs/${card.id}/file`}
              download
            >
              Export job file
            </a>
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className="flex min-h-11 cursor-pointer items-center px-4 data-[highlighted]:bg-chalk-soft"
            onSelect={() => another.mutate()}
          >
            Begin another like it
          </DropdownMenu.Item>
          <DropdownMenu.Item asChild>
            <Link
              to="/jobs/$jobId/compare"
              params={{ jobId: card.id }}
              className="flex min-h-11 items-center px-4 data-[highlighted]:bg-chalk-soft"
            >
              Compare plans
            </Link>
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className="flex min-h-11 cursor-pointer items-center px-4 data-[highlighted]:bg-chalk-soft"
            onSelect={() => archive.mutate()}
          >
            Archive
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function worstOf(worst: Headline["worst"]): { station: Station; severity: Severity } | null {
  const found = Object.entries(worst) as [Station, Severity][];
  found.sort(([, a], [, b]) => ORDER.indexOf(a) - ORDER.indexOf(b));
  const [first] = found;
  return first ? { station: first[0], severity: first[1] } : null;
}
