import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { type Address, useMay } from "@/api/me";
import { usePreferences } from "@/units/preferences";
import { ShareLinks } from "./ShareLinks";

const PACK = "GET /api/jobs/{job_id}/pack";
const TEMPLATES = "GET /api/jobs/{job_id}/templates";
const LABELS = "GET /api/jobs/{job_id}/labels";

/** What leaves the screen: the pack for the wall, the acts for a calendar, the job as a file. */
export function Papers({ id }: { id: string }) {
  const { units } = usePreferences();
  const may = useMay();
  const [sharing, setSharing] = useState(false);
  const papers: { text: string; href: string; needs: Address }[] = [
    { text: "Job pack, A4", href: `/api/jobs/${id}/pack?units=${units}&paper=a4`, needs: PACK },
    { text: "Job pack, Letter", href: `/api/jobs/${id}/pack?units=${units}&paper=letter`, needs: PACK },
    { text: "Full-size templates, A4", href: `/api/jobs/${id}/templates?units=${units}&paper=a4`, needs: TEMPLATES },
    {
      text: "Full-size templates, Letter",
      href: `/api/jobs/${id}/templates?units=${units}&paper=letter`,
      needs: TEMPLATES,
    },
    { text: "Board labels, A4", href: `/api/jobs/${id}/labels?units=${units}&paper=a4`, needs: LABELS },
    { text: "Board labels, Letter", href: `/api/jobs/${id}/labels?units=${units}&paper=letter`, needs: LABELS },
    { text: "Calendar of tasks", href: `/api/jobs/${id}/calendar`, needs: "GET /api/jobs/{job_id}/calendar" },
    { text: "Job file", href: `/api/jobs/${id}/file`, needs: "GET /api/jobs/{job_id}/file" },
  ];
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="button px-3">Print</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-30 border-2 border-ink bg-paper py-1 text-ink shadow-lg"
        >
          {papers
            .filter(({ needs }) => may(needs))
            .map(({ text, href }) => (
              <DropdownMenu.Item key={href} asChild>
                <a className="flex min-h-11 items-center px-4 data-[highlighted]:bg-chalk-soft" href={href} download>
                  {text}
                </a>
              </DropdownMenu.Item>
            ))}
          {may("POST /api/jobs/{job_id}/links") && (
            <DropdownMenu.Item
              className="flex min-h-11 cursor-default items-center border-t border-line px-4 data-[highlighted]:bg-chalk-soft"
              onSelect={() => setSharing(true)}
            >
              Share a link …
            </DropdownMenu.Item>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
      {sharing && <ShareLinks id={id} onClose={() => setSharing(false)} />}
    </DropdownMenu.Root>
  );
}
