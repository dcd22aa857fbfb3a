import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { inAddress, post } from '@/api/client';
import type { CompletionView, SheetEditUnion, SuggestionView } from '@/api/types';
import { Completions } from './Completions';
import { editOf } from './sheetEdits';
import { type RowItem, textAt } from './sheetItems';
import type { Sheet } from './useSheet';
import type { After } from './useSheetKeys';

const NOTHING: CompletionView = { kind: 'nothing', suggestions: [] };

/** The field in which a cell is edited, with what could be meant by what is typed. */
export function CellEditor({
  item,
  column,
  first,
  sheet,
  path,
  onCommit,
  onCancel,
}: {
  item: RowItem;
  column: number;
  first: string;
  sheet: Sheet;
  path: string;
  onCommit: (text: string, after: After, also?: SheetEditUnion[]) => void;
  onCancel: () => void;
}) {
  const [text, setText] = useState(first);
  const [at, setAt] = useState(-1);
  const [offers, setOffers] = useState<CompletionView>(NOTHING);
  const asked = useRef(0);
  const over = useRef(false);
  const completes = item.kind === 'step' && column <= item.argumentColumns;
  const { line } = item.row;
  const { tryOut } = sheet;

  // Problems are asked for before completions: they are what one waits for.
  const initial = textAt(item, column);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is typed decides, not the row that it changes
  useEffect(() => {
    if (text !== initial) tryOut([editOf(item, column, text)]);
  }, [text]);

  useEffect(() => {
    if (!completes) return;
    const ask = ++asked.current;
    post<CompletionView>(`/api/completions/${inAddress(path)}`, { line, cell: column, text }).then((answer) => {
      if (ask !== asked.current) return;
      setOffers(answer);
      // A keyword is nearly always meant to be completed; a value may be just what was typed.
      setAt(text !== '' && answer.suggestions.length > 0 && answer.kind !== 'reference' ? 0 : -1);
    });
  }, [completes, path, line, column, text]);

  const finish = (value: string, after: After, also: SheetEditUnion[] = []) => {
    if (over.current) return;
    over.current = true;
    onCommit(value, after, also);
  };

  const choose = (suggestion: SuggestionView, after: After, fill: boolean) => {
    const also: SheetEditUnion[] = [];
    if (offers.kind === 'keyword' && fill) also.push(...fittingArguments(item, suggestion, sheet));
    finish(suggestion.insert, offers.kind === 'keyword' && after !== 'left' ? 'right' : after, also);
  };

  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    event.stopPropagation();
    const suggestion = offers.suggestions[at];
    const control = event.ctrlKey || event.metaKey;
    switch (event.key) {
      case 'ArrowDown':
      case 'ArrowUp': {
        if (offers.suggestions.length === 0) return;
        event.preventDefault();
        const next = at + (event.key === 'ArrowDown' ? 1 : -1);
        setAt(Math.max(-1, Math.min(next, offers.suggestions.length - 1)));
        return;
      }
      case 'Enter':
        event.preventDefault();
        return suggestion ? choose(suggestion, 'down', control) : finish(text, 'down');
      case 'Tab':
        event.preventDefault();
        if (suggestion) return choose(suggestion, event.shiftKey ? 'left' : 'right', false);
        return finish(text, event.shiftKey ? 'left' : 'right');
      case 'Escape':
        event.preventDefault();
        over.current = true;
        return onCancel();
    }
  };

  return (
    <>
      <input
        // biome-ignore lint/a11y/noAutofocus: one asked to edit this cell
        autoFocus
        role="combobox"
        aria-label={column === 0 ? 'Step' : 'Cell'}
        aria-expanded={offers.suggestions.length > 0}
        aria-controls="completions"
        aria-activedescendant={at >= 0 ? `completion-${at}` : undefined}
        autoComplete="off"
        spellCheck={false}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={onKeyDown}
        onBlur={() => finish(text, 'stay')}
        onMouseDown={(event) => event.stopPropagation()}
        onCopy={(event) => event.stopPropagation()}
        onCut={(event) => event.stopPropagation()}
        onPaste={(event) => event.stopPropagation()}
        className={`absolute -inset-x-px top-0 -bottom-px z-[4] border-2 border-select-edge bg-raised px-1.5 outline-none ${column === 0 ? 'font-medium' : ''}`}
      />
      {offers.suggestions.length > 0 && (
        <Completions
          offers={offers}
          at={at}
          typed={text}
          onChoose={(suggestion) => choose(suggestion, 'down', false)}
        />
      )}
    </>
  );
}

/** For each parameter that a column of the case's data or a parameter of the keyword is called like, a reference to that. */
function fittingArguments(item: RowItem, suggestion: SuggestionView, sheet: Sheet): SheetEditUnion[] {
  const block = sheet.view?.blocks[item.at.block];
  if (!block || item.kind !== 'step') return [];
  const heads = block.sections
    .filter((section) => section.section === 'data' || section.section === 'takes')
    .flatMap((section) =>
      section.section === 'data'
        ? (section.rows[0]?.cells.map((cell) => cell.source) ?? [])
        : section.rows.slice(1).map((row) => row.cells[0]?.source ?? ''),
    );
  const names = new Set([...heads, ...block.dataColumns].map((name) => name.toLowerCase()));
  const cells = suggestion.parameters.map((name) => (names.has(name.toLowerCase()) ? `<${name}>` : ''));
  return [{ edit: 'set cells', line: item.row.line, cell: 1, rows: [cells] }];
}
