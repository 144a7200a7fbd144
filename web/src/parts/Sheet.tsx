import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

/** A sheet laid over the page: for things that are begun, not for things that are looked at. */
export function Sheet(props: {
  open: boolean;
  onClose: () => void;
  title: string;
  intro?: string;
  children: ReactNode;
  wide?: boolean;
}) {
  return (
    <Dialog.Root open={props.open} onOpenChange={(open) => !open && props.onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed inset-x-2 top-[6vh] z-50 mx-auto max-h-[88vh] overflow-y-auto rounded-2xl border border-line bg-paper p-5 ${props.wide ? "max-w-2xl" : "max-w-md"}`}
        >
          <Dialog.Title className="text-xl">{props.title}</Dialog.Title>
          {props.intro && <p className="mt-1 text-soft">{props.intro}</p>}
          <div className="mt-4">{props.children}</div>
          <Dialog.Close
            aria-label="Close"
            className="absolute top-3 right-3 grid size-11 place-items-center rounded-full text-2xl text-soft hover:text-ink"
          >
            ×
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
