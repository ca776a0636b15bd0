import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

interface Props {
  title: string;
  description?: string;
  children: ReactNode;
  open: boolean;
  /** For what has many fields. */
  wide?: boolean;
  /** Without it one of the panel's own buttons must be chosen. */
  onClose?: () => void;
}

/** A panel over the page: in the middle, on a phone from below. */
export function Modal({ title, description, children, open, wide = false, onClose }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose?.()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/55" />
        <Dialog.Content
          className={`fixed inset-x-0 bottom-0 z-50 max-h-[88dvh] overflow-y-auto border-t-4 border-ink bg-paper p-5 text-ink sm:inset-x-auto sm:top-1/2 sm:bottom-auto sm:left-1/2 sm:-translate-x-1/2 sm:-translate-y-1/2 ${wide ? "sm:w-[46rem]" : "sm:w-[34rem]"}`}
          {...(description ? {} : { "aria-describedby": undefined })}
        >
          <Dialog.Title className="pr-12 text-xl font-bold">{title}</Dialog.Title>
          {description && <Dialog.Description className="mt-1 text-soft">{description}</Dialog.Description>}
          <div className="mt-4">{children}</div>
          {onClose && (
            <Dialog.Close
              aria-label="Close"
              className="absolute top-3 right-3 grid size-11 place-items-center text-2xl leading-none"
            >
              ×
            </Dialog.Close>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
