import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

/** A button that opens a list of things to do. */
export function Menu({ label, children }: { label: string; children: ReactNode }) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="button px-3">{label}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-40 max-h-(--radix-dropdown-menu-content-available-height) overflow-y-auto border-2 border-ink bg-paper py-1 text-ink shadow-lg"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Item({ children, onSelect }: { children: ReactNode; onSelect: () => void }) {
  return (
    <DropdownMenu.Item
      className="flex min-h-11 cursor-default items-center px-4 outline-none data-[highlighted]:bg-chalk-soft"
      onSelect={onSelect}
    >
      {children}
    </DropdownMenu.Item>
  );
}

Menu.Item = Item;
