import { ContextMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import type { RowItem } from './sheetItems';
import type { RowActions } from './useSheetKeys';

/** What one can do with a row, on a right click. */
export function RowMenu({ row, actions, children }: { row: RowItem; actions: RowActions; children: ReactNode }) {
  const entries: { word: string; keys: string; act: () => void }[] = [
    { word: 'Row above', keys: 'Ctrl Shift Enter', act: () => actions.insert(row, false) },
    { word: 'Row below', keys: 'Ctrl Enter', act: () => actions.insert(row, true) },
    { word: 'Move up', keys: 'Alt ↑', act: () => actions.move(row, -1) },
    { word: 'Move down', keys: 'Alt ↓', act: () => actions.move(row, 1) },
    { word: 'Remove row', keys: 'Ctrl Del', act: () => actions.remove(row) },
  ];
  return (
    <ContextMenu.Root modal={false}>
      <ContextMenu.Trigger asChild>{children}</ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content className="z-50 min-w-52 rounded-float border border-hair-strong bg-raised py-1 shadow-float">
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
