import { unparse } from 'papaparse';
import { type KeyboardEvent, useLayoutEffect, useRef } from 'react';
import { isMenuKey, openMenuAt } from '@/parts/Menu';
import { layOverCell } from '@/parts/overCell';
import { useStore } from '@/parts/store';
import { readTable } from '@/sheet/clipboard';
import { fileKey } from './fileKeys';
import type { After, FileSession } from './fileSession';

const ARROWS: Record<string, After> = { ArrowDown: 'down', ArrowUp: 'up', ArrowLeft: 'left', ArrowRight: 'right' };

/**
 * The one text field of the grid. It has the focus whether something is edited or not, so that whatever is typed begins
 * in it; while it is edited it lies over the cell.
 */
export function FileField({ session, label }: { session: FileSession; label: string }) {
  const field = useRef<HTMLTextAreaElement>(null);
  const composing = useRef(false);
  const cursor = useStore(session.cursor);
  const { editing } = cursor;
  const now = session.textAt(cursor);
  session.typed = () => field.current?.value ?? '';

  // biome-ignore lint/correctness/useExhaustiveDependencies: only a change of what is edited fills the field
  useLayoutEffect(() => {
    const input = field.current;
    if (!input) return;
    if (editing === null) input.value = '';
    if (editing !== 'in') return;
    input.value = now;
    input.setSelectionRange(now.length, now.length);
    input.focus({ preventScroll: true });
  }, [editing, cursor.row, cursor.column]);

  useLayoutEffect(() => {
    if (field.current) layOverCell(field.current);
  });

  const finish = (after: After) => {
    const text = field.current?.value ?? '';
    if (field.current) field.current.value = '';
    session.commit(text, after);
  };

  const editKey = (event: KeyboardEvent): boolean => {
    const arrow = ARROWS[event.key];
    if (event.key === 'Enter' && event.altKey) {
      field.current?.setRangeText('\n', field.current.selectionStart, field.current.selectionEnd, 'end');
      if (field.current) layOverCell(field.current);
    } else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      finish('stay');
      session.insertRow(!event.shiftKey);
    } else if (event.key === 'Enter') finish('down');
    else if (event.key === 'Tab') finish(event.shiftKey ? 'left' : 'right');
    else if (event.key === 'Escape') session.cancel();
    else if (arrow && editing === 'over' && !event.shiftKey) finish(arrow);
    else return false;
    return true;
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (composing.current || event.nativeEvent.isComposing) return;
    if (isMenuKey(event)) {
      event.preventDefault();
      return openMenuAt(event.currentTarget.closest('[data-file]')?.querySelector('[data-cursor=true]'));
    }
    const taken = session.cursor.get().editing ? editKey(event) : fileKey(event, session);
    if (taken) {
      event.preventDefault();
      event.stopPropagation();
    }
  };

  const copy = (data: DataTransfer) =>
    data.setData('text/plain', unparse(session.selected(), { delimiter: '\t', newline: '\n' }));

  return (
    <div className={`absolute top-0 left-0 ${editing === null ? 'pointer-events-none opacity-0' : 'z-30'}`}>
      <textarea
        ref={field}
        rows={1}
        aria-label={editing === null ? `${label}: ${now || 'empty'}` : label}
        data-editing={editing ?? undefined}
        autoComplete="off"
        spellCheck={false}
        onKeyDown={onKeyDown}
        onInput={(event) => {
          if (!session.cursor.get().editing) session.edit('over');
          layOverCell(event.currentTarget);
        }}
        onCompositionStart={() => {
          composing.current = true;
        }}
        onCompositionEnd={() => {
          composing.current = false;
        }}
        onBlur={() => {
          // A click anywhere else commits.
          session.leave();
        }}
        onCopy={(event) => {
          if (editing !== null) return;
          copy(event.clipboardData);
          event.preventDefault();
        }}
        onCut={(event) => {
          if (editing !== null) return;
          copy(event.clipboardData);
          event.preventDefault();
          session.empty();
        }}
        onPaste={(event) => {
          if (editing !== null) return;
          event.preventDefault();
          session.paste(readTable(event.clipboardData.getData('text/plain')));
        }}
        className="block size-full resize-none overflow-hidden border-2 border-select-edge bg-raised px-1.5 font-mono text-value leading-[23px] outline-none"
      />
    </div>
  );
}
