import { Dialog } from 'radix-ui';
import type { FormEvent, ReactNode } from 'react';
import { Button } from './Button';

/** A small form that is asked for on its own; what is wrong with an answer is said above its buttons. */
export function FormDialog({
  title,
  open,
  setOpen,
  trigger,
  submit,
  ready,
  wrong,
  onSubmit,
  children,
}: {
  title: string;
  open: boolean;
  setOpen: (open: boolean) => void;
  trigger?: ReactNode;
  /** What its button says, and whether it can be pressed. */
  submit: string;
  ready: boolean;
  wrong: string;
  onSubmit: () => void;
  children: ReactNode;
}) {
  const send = (event: FormEvent) => {
    event.preventDefault();
    onSubmit();
  };
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      {trigger && <Dialog.Trigger asChild>{trigger}</Dialog.Trigger>}
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/20" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-24 left-1/2 z-50 w-[420px] -translate-x-1/2 rounded-float border border-hair-strong bg-raised p-4 shadow-float"
        >
          <Dialog.Title className="mb-3 text-case font-semibold">{title}</Dialog.Title>
          <form onSubmit={send} className="flex flex-col gap-3">
            {children}
            {wrong && (
              <p role="alert" className="text-failed">
                {wrong}
              </p>
            )}
            <div className="flex justify-end gap-2">
              <Dialog.Close asChild>
                <Button>Cancel</Button>
              </Dialog.Close>
              <Button kind="main" type="submit" disabled={!ready}>
                {submit}
              </Button>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
