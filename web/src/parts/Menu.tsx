import { ContextMenu } from 'radix-ui';
import { type ReactNode, useState } from 'react';

/** Something to do, with the keys that do it, too; null draws a line. */
export type MenuEntry = { word: string; keys?: string; act: () => void } | null;

/** A menu on a right click or the menu key; its entries are worked out as it opens. */
export function Menu({
  entries,
  onClose,
  children,
}: {
  entries: () => MenuEntry[];
  onClose?: () => void;
  children: ReactNode;
}) {
  const [shown, setShown] = useState<MenuEntry[]>([]);
  return (
    <ContextMenu.Root modal={false} onOpenChange={(open) => open && setShown(entries())}>
      <ContextMenu.Trigger asChild>{children}</ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content
          onCloseAutoFocus={(event) => {
            if (!onClose) return;
            event.preventDefault();
            onClose();
          }}
          className="z-50 min-w-52 rounded-float border border-hair-strong bg-raised py-1 shadow-float"
        >
          {shown.map((entry, index) =>
            entry === null ? (
              // biome-ignore lint/suspicious/noArrayIndexKey: a line has no identity but its place
              <ContextMenu.Separator key={index} className="my-1 border-t border-hair" />
            ) : (
              <ContextMenu.Item
                key={entry.word}
                onSelect={entry.act}
                className="flex h-7 items-center justify-between gap-6 px-3 outline-none data-[highlighted]:bg-select"
              >
                {entry.word}
                {entry.keys && <kbd className="kbd">{entry.keys}</kbd>}
              </ContextMenu.Item>
            ),
          )}
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}

/** Opens the menu of what is under the cursor, as the menu key does. */
export function openMenuAt(cell: Element | null | undefined) {
  const place = cell?.getBoundingClientRect();
  if (!cell || !place) return;
  const at = { clientX: place.left + 12, clientY: place.bottom };
  cell.dispatchEvent(new MouseEvent('contextmenu', { bubbles: true, cancelable: true, ...at }));
}

/** The menu key, or what stands for it where a keyboard has none. */
export const isMenuKey = (event: { key: string; shiftKey: boolean }) =>
  event.key === 'ContextMenu' || (event.key === 'F10' && event.shiftKey);
