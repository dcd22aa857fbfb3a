import { ContextMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import type { RowItem } from './items';
import type { SheetSession } from './session';

/** What one can do with a row, on a right click. */
export function RowMenu({
  row,
  session,
  focus,
  children,
}: {
  row: RowItem;
  session: SheetSession;
  focus: () => void;
  children: ReactNode;
}) {
  const entries: { word: string; keys: string; act: () => void }[] = [
    { word: 'Row above', keys: 'Ctrl Shift Enter', act: () => session.insertRow(row, false) },
    { word: 'Row below', keys: 'Ctrl Enter', act: () => session.insertRow(row, true) },
    { word: 'Move up', keys: 'Alt ↑', act: () => session.shiftRows([row], -1) },
    { word: 'Move down', keys: 'Alt ↓', act: () => session.shiftRows([row], 1) },
    { word: 'Remove row', keys: 'Ctrl Del', act: () => session.removeRows([row]) },
  ];
  return (
    <ContextMenu.Root modal={false}>
      <ContextMenu.Trigger asChild>{children}</ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            focus();
          }}
          className="z-50 min-w-52 rounded-float border border-hair-strong bg-raised py-1 shadow-float"
        >
          {entries.map((entry) => (
            <ContextMenu.Item
              key={entry.word}
              onSelect={entry.act}
              className="flex h-7 items-center justify-between gap-6 px-3 outline-none data-[highlighted]:bg-select"
            >
              {entry.word}
              <kbd className="kbd">{entry.keys}</kbd>
            </ContextMenu.Item>
          ))}
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}
