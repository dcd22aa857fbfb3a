import { type KeyboardEvent, type ReactNode, useState } from 'react';
import { Completions } from './Completions';
import { type Ask, useOffers } from './useOffers';

/** Offers for a plain field: its attributes, the list under it, and what its keys do with that. */
export interface FieldOffers {
  attributes: { 'aria-autocomplete'?: 'list'; 'aria-controls'?: string; 'aria-activedescendant'?: string };
  list: ReactNode;
  /** Another text stands in the field. */
  typed: (text: string) => void;
  /** Whether a key was one of the list's: up, down, Enter and Tab on the chosen one. */
  key: (event: KeyboardEvent) => boolean;
}

/**
 * @param ask null where nothing is offered
 * @param first what the field begins with
 * @param take is given what was chosen
 */
export function useFieldOffers(ask: Ask | null, first: string, take: (text: string) => void): FieldOffers {
  const [text, setText] = useState(first);
  const [at, setAt] = useState(-1);
  const offers = useOffers(ask, text);
  const { suggestions } = offers;
  const open = suggestions.length > 0;
  return {
    attributes: ask
      ? {
          'aria-autocomplete': 'list',
          'aria-controls': open ? 'completions' : undefined,
          'aria-activedescendant': open && at >= 0 ? `completion-${at}` : undefined,
        }
      : {},
    list: open && (
      <Completions offers={offers} at={at} typed={text} onChoose={(suggestion) => take(suggestion.insert)} />
    ),
    typed: (now) => {
      setText(now);
      setAt(-1);
    },
    key: (event) => {
      if (!open) return false;
      const chosen = suggestions[at];
      if (event.key === 'ArrowDown') setAt(Math.min(at + 1, suggestions.length - 1));
      else if (event.key === 'ArrowUp' && at >= 0) setAt(at - 1);
      else if ((event.key === 'Enter' || event.key === 'Tab') && chosen) take(chosen.insert);
      else return false;
      event.preventDefault();
      return true;
    },
  };
}
