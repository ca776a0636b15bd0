import { DropdownMenu } from "radix-ui";
import { usePreferences } from "@/units/preferences";

/** What leaves the screen: the pack for the wall, the acts for a calendar, the job as a file. */
export function Papers({ id }: { id: string }) {
  const { units } = usePreferences();
  const papers = [
    { text: "Job pack, A4", href: `/api/jobs/${id}/pack?units=${units}&paper=a4` },
    { text: "Job pack, Letter", href: `/api/jobs/${id}/pack?units=${units}&paper=letter` },
    { text: "Full-size templates, A4", href: `/api/jobs/${id}/templates?units=${units}&paper=a4` },
    { text: "Full-size templates, Letter", href: `/api/jobs/${id}/templates?units=${units}&paper=letter` },
    { text: "Board labels, A4", href: `/api/jobs/${id}/labels?units=${units}&paper=a4` },
    { text: "Board labels, Letter", href: `/api/jobs/${id}/labels?units=${units}&paper=letter` },
    { text: "Calendar of tasks", href: `/api/jobs/${id}/calendar` },
    { text: "Job file", href: `/api/jobs/${id}/file` },
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
          {papers.map(({ text, href }) => (
            <DropdownMenu.Item key={href} asChild>
              <a className="flex min-h-11 items-center px-4 data-[highlighted]:bg-chalk-soft" href={href} download>
                {text}
              </a>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
