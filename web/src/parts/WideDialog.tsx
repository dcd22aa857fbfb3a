import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { ellipsis } from '@/parts/ellipsis';
import { Button } from './Button';

/** A dialog for something long that is read; it is there as long as it is drawn. */
export function WideDialog({
  title,
  actions,
  close,
  children,
}: {
  title: string;
  actions?: ReactNode;
  close: () => void;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/20" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-[10%] inset-y-[8%] z-50 flex flex-col rounded-float border border-hair-strong bg-raised shadow-float"
        >
          <div className="flex h-12 flex-none items-center gap-3 border-b border-hair px-4">
            <Dialog.Title ref={ellipsis} className="flex-1 text-case font-semibold">
              {title}
            </Dialog.Title>
            {actions}
            <Dialog.Close asChild>
              <Button>Close</Button>
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
