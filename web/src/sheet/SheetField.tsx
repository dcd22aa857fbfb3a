import { type KeyboardEvent, useLayoutEffect, useRef, useState } from 'react';
import type { CompletionView, KeywordView, SuggestionView } from '@/api/types';
import { type CellValue, setCells } from '@/document/edits';
import { keywordSuggestions } from '@/document/suggestions';
import { Completions } from '@/parts/Completions';
import { isMenuKey, openMenuAt } from '@/parts/Menu';
import { useStore } from '@/parts/store';
import { NO_OFFERS, useOffers } from '@/parts/useOffers';
import { fittingArguments, useAsk } from './cellOffers';
import { paste } from './clipboard';
import { labelOf, textAt } from './columns';
import { usePosition } from './fieldPosition';
import { isRow } from './items';
import { sheetKey } from './keys';
import type { After, SheetSession } from './session';

/**
 * The one text field of a sheet. It has the focus whether a cell is edited or not, so that whatever is typed begins
 * in it, an input method's text as well; while a cell is edited it lies over that.
 */
export function SheetField({
  session,
  keywords,
  onCopy,
}: {
  session: SheetSession;
  keywords: ReadonlyMap<string, KeywordView>;
  onCopy: () => string;
}) {
  const field = useRef<HTMLTextAreaElement>(null);
  const cursor = useStore(session.cursor);
  const editing = cursor?.editing ?? null;
  const [typed, setTyped] = useState('');
  /** The suggestion that was gone to; -1 for what is typed, null as long as none was. */
  const [at, setAt] = useState<number | null>(null);
  const composing = useRef(false);
  const now = session.current();
  const stop = now?.stop;
  session.fieldText = () => field.current?.value ?? '';

  const steps = stop?.kind === 'step' || (stop?.kind === 'add' && stop.word !== 'Add a row');
  const keywordCell = steps && cursor?.column === 0;
  const told = useOffers(useAsk(session, stop, cursor?.column ?? 0, editing !== null), typed);
  const offers: CompletionView =
    editing === null
      ? NO_OFFERS
      : keywordCell
        ? { kind: 'keyword', suggestions: keywordSuggestions(typed, keywords.values()) }
        : told;

  // What was typed ahead is in the field already; a cell that is opened brings its text.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a change of what is edited fills the field
  useLayoutEffect(() => {
    const input = field.current;
    if (!input || editing !== 'in' || !stop || !cursor) return;
    input.value = textAt(stop, cursor.column);
    input.setSelectionRange(input.value.length, input.value.length);
    setTyped(input.value);
    setAt(null);
  }, [editing, cursor?.key, cursor?.column]);

  usePosition(field, cursor, editing !== null);

  const empty = () => {
    if (field.current) field.current.value = '';
    setTyped('');
    setAt(null);
  };

  const finish = (text: string, after: After, also: CellValue[] = []) => {
    if (stop && isRow(stop)) session.document.tellPlace(stop.id);
    session.commit(text, after, also);
    empty();
  };

  /** The first keyword is what Enter takes, as soon as something is typed. */
  const markedOf = (suggestions: readonly SuggestionView[], text: string) =>
    at ?? (keywordCell && text.trim() !== '' && suggestions.length > 0 ? 0 : -1);

  /** By what stands in the field, which may be ahead of what is drawn. */
  const chosen = (): SuggestionView | undefined => {
    const value = field.current?.value ?? '';
    const suggestions = keywordCell ? keywordSuggestions(value, keywords.values()) : offers.suggestions;
    return suggestions[markedOf(suggestions, value)];
  };

  const choose = (suggestion: SuggestionView, after: After, fill: boolean) => {
    const fits = keywordCell && fill;
    const also = fits && stop ? fittingArguments(session, stop, suggestion) : [];
    const fresh = stop?.kind === 'add';
    finish(suggestion.insert, keywordCell && after !== 'left' ? 'right' : after, also);
    const made = fits && fresh ? session.currentRow() : null;
    if (made) session.dispatch(setCells(session.document.state, fittingArguments(session, made, suggestion)));
  };

  const editKey = (event: KeyboardEvent): boolean => {
    const value = field.current?.value ?? '';
    const control = event.ctrlKey || event.metaKey;
    const suggestion = chosen();
    switch (event.key) {
      case 'ArrowDown':
      case 'ArrowUp': {
        const by = event.key === 'ArrowDown' ? 1 : -1;
        if (offers.suggestions.length > 0) {
          const next = markedOf(offers.suggestions, value) + by;
          setAt(Math.max(-1, Math.min(next, offers.suggestions.length - 1)));
        } else if (editing === 'over') finish(value, event.key === 'ArrowDown' ? 'down' : 'up');
        else return false;
        return true;
      }
      case 'ArrowLeft':
      case 'ArrowRight':
        if (editing !== 'over' || event.shiftKey || control) return false;
        finish(value, event.key === 'ArrowLeft' ? 'left' : 'right');
        return true;
      case 'Enter':
        if (event.altKey || (event.shiftKey && stop?.kind === 'block')) return newLine();
        if (control && !(keywordCell && suggestion)) {
          finish(suggestion?.insert ?? value, 'stay');
          const here = session.current();
          if (here) session.insertRow(here.stop, !event.shiftKey);
        } else if (suggestion) choose(suggestion, 'down', control);
        else finish(value, 'down');
        return true;
      case 'Tab':
        if (suggestion) choose(suggestion, event.shiftKey ? 'left' : 'right', false);
        else finish(value, event.shiftKey ? 'left' : 'right');
        return true;
      case 'Escape':
        session.cancel();
        empty();
        return true;
    }
    return false;
  };

  const newLine = () => {
    const input = field.current;
    if (input) input.setRangeText('\n', input.selectionStart, input.selectionEnd, 'end');
    setTyped(input?.value ?? '');
    return true;
  };

  const onKeyDown = (event: KeyboardEvent) => {
    // An input method's own keys, its Enter among them, belong to it.
    if (composing.current || event.nativeEvent.isComposing) return;
    if (isMenuKey(event)) {
      event.preventDefault();
      return openMenuAt(event.currentTarget.closest('[data-sheet]')?.querySelector('[data-cursor=true]'));
    }
    const taken = session.cursor.get()?.editing ? editKey(event) : sheetKey(event, session);
    if (taken) {
      event.preventDefault();
      event.stopPropagation();
    }
  };

  const onInput = () => {
    const current = session.cursor.get();
    if (current && !current.editing) session.edit('over');
    setTyped(field.current?.value ?? '');
    setAt(null);
    if (stop && isRow(stop)) session.document.tellPlace(stop.id, field.current?.value);
  };

  const label = stop && cursor ? labelOf(stop, cursor.column) : 'Cell';
  const marked = markedOf(offers.suggestions, typed);
  return (
    <div
      data-field-box
      className={`absolute top-0 left-0 ${editing === null ? 'pointer-events-none opacity-0' : 'z-30'}`}
    >
      <textarea
        ref={field}
        rows={1}
        aria-label={editing === null && stop && cursor ? `${label}: ${textAt(stop, cursor.column) || 'empty'}` : label}
        aria-autocomplete="list"
        aria-controls={offers.suggestions.length > 0 ? 'completions' : undefined}
        aria-activedescendant={marked >= 0 ? `completion-${marked}` : undefined}
        data-editing={editing ?? undefined}
        autoComplete="off"
        spellCheck={false}
        tabIndex={0}
        onKeyDown={onKeyDown}
        onInput={onInput}
        onCompositionStart={() => {
          composing.current = true;
          if (!session.cursor.get()?.editing) session.edit('over');
        }}
        onCompositionEnd={() => {
          composing.current = false;
        }}
        onBlur={() => {
          session.leave();
          empty();
        }}
        onCopy={(event) => {
          if (editing !== null) return;
          event.clipboardData.setData('text/plain', onCopy());
          event.preventDefault();
        }}
        onCut={(event) => {
          if (editing !== null) return;
          event.clipboardData.setData('text/plain', onCopy());
          event.preventDefault();
          session.emptyCells();
        }}
        onPaste={(event) => {
          if (editing !== null) return;
          event.preventDefault();
          paste(session, event.clipboardData.getData('text/plain'));
        }}
        className={`block size-full resize-none overflow-hidden border-2 border-select-edge bg-raised px-1.5 leading-[23px] outline-none ${keywordCell ? 'font-medium' : ''} ${stop?.kind === 'block' && cursor?.column === 0 ? 'text-case font-semibold' : ''}`}
      />
      {offers.suggestions.length > 0 && (
        <Completions
          offers={offers}
          at={marked}
          typed={typed}
          onChoose={(suggestion) => {
            choose(suggestion, 'down', false);
            field.current?.focus();
          }}
        />
      )}
    </div>
  );
}
