import { Dialog } from 'radix-ui';
import { useEffect } from 'react';
import { Keys, type KeysOf, TABLE_KEYS, TABLE_TEXT_KEYS, TEXT_KEYS } from '@/parts/Keys';
import { isTyping } from '@/parts/typing';

const GROUPS: readonly { name: string; keys: KeysOf }[] = [
  {
    name: 'Everywhere',
    keys: [
      ['Ctrl K', 'go anywhere, do anything'],
      ['/', 'filter the list'],
      ['?', 'this list'],
      ['Ctrl /', 'this list, also while you type'],
      ['Tab', 'the next thing to use'],
      ['Esc', 'close, cancel'],
    ],
  },
  { name: 'In a table', keys: TABLE_KEYS },
  {
    name: 'While you edit a cell',
    keys: [
      ['↑ ↓', 'choose what is offered; above its first, keep what is typed'],
      ['Enter', 'take it and lay out its arguments'],
      ['Ctrl Enter', 'and fill in what fits by name'],
      ['Tab', 'take it and go to the next cell'],
      ['Esc', 'leave the cell as it was'],
    ],
  },
  {
    name: 'In a table, more',
    keys: [
      ['F2', 'edit the cell'],
      ['F6', 'rename in all places'],
      ['Ctrl E', 'extract a keyword'],
      ['Ctrl F', 'find and replace'],
      ['F3 Shift F3', 'the next found, the one before'],
      ['Ctrl A', 'all steps of the section'],
      ['Ctrl C X V', 'copy, cut, paste'],
      ['Ctrl Shift D', 'copy the case'],
      ['Ctrl Y', 'redo'],
      ['Home End', 'first, last cell'],
      ['Ctrl Home End', 'start, end of the table'],
      ['Page ↑ ↓', 'twenty rows'],
      ['Shift F10', 'what can be done here'],
    ],
  },
  {
    name: 'In manual scenarios',
    keys: [
      ['Ctrl V', 'take in the rows of a spreadsheet'],
      ['Enter', 'accept the step'],
      ['Del', 'it needs a keyword'],
      ['Space', 'draft the scenario, or not'],
    ],
  },
  {
    name: 'Among data sets',
    keys: [
      ['Ctrl V', 'make one of the rows of a spreadsheet'],
      ['Ctrl C', 'copy the rows that are shown'],
    ],
  },
  { name: 'In a text', keys: TEXT_KEYS },
  { name: 'In the text of a table', keys: TABLE_TEXT_KEYS },
];

/** All keys at a glance: `?` outside of fields, Ctrl / anywhere. */
export function KeyList({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const asked = event.key === '?' ? !isTyping(event) : event.key === '/' && (event.ctrlKey || event.metaKey);
      if (!asked) return;
      event.preventDefault();
      setOpen(true);
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [setOpen]);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/20" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-10 left-1/2 z-50 max-h-[calc(100vh-64px)] w-[min(1000px,calc(100vw-32px))] -translate-x-1/2 overflow-y-auto rounded-float border border-hair-strong bg-raised px-5 pt-3.5 pb-5 shadow-float"
        >
          <Dialog.Title className="mb-3 text-title leading-[26px] font-semibold">Keys</Dialog.Title>
          <div className="columns-3 gap-7">
            {GROUPS.map(({ name, keys }) => (
              <section key={name} aria-label={name} className="mb-4 break-inside-avoid">
                <h3 className="mb-1.5 border-b-[1.5px] border-rule pb-1 font-semibold">{name}</h3>
                <Keys of={keys} />
              </section>
            ))}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
