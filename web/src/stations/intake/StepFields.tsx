import { type RefObject, useMemo, useState } from 'react';
import { post } from '@/api/client';
import type { CompletionView, KeywordView, ParameterView } from '@/api/types';
import { Button } from '@/parts/Button';
import { useFieldOffers } from '@/parts/useFieldOffers';

/** The step that says a sentence, to be corrected and completed before it is taken. */
export function StepFields({
  cells,
  keyword,
  decided,
  ref,
  leave,
  take,
}: {
  /** The keyword and what it is given. */
  cells: readonly string[];
  keyword: KeywordView | undefined;
  decided: boolean;
  ref: RefObject<HTMLFormElement | null>;
  leave: () => void;
  take: (cells: string[]) => void;
}) {
  const [values, setValues] = useState(() => cells.slice(1));
  const names = namesOf(keyword?.takes ?? [], cells.length - 1);
  const given = withoutBlankEnd(names.map((_, place) => values[place]?.trim() ?? ''));
  const same = JSON.stringify(given) === JSON.stringify(withoutBlankEnd(cells.slice(1)));
  return (
    <form
      ref={ref}
      aria-label={`Step by ${cells[0]}`}
      className="mt-2 flex flex-col gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        take([cells[0] as string, ...given]);
        leave();
      }}
      onKeyDown={(event) => event.key === 'Escape' && leave()}
    >
      <p className="font-medium">{cells[0]}</p>
      {names.map(({ name, hint, needed }, place) => (
        <ValueField
          key={name}
          name={name}
          hint={hint}
          needed={needed}
          keyword={cells[0] as string}
          cell={place + 1}
          value={values[place] ?? ''}
          onChange={(text) => setValues(names.map((_, i) => (i === place ? text : (values[i] ?? ''))))}
        />
      ))}
      {(!decided || !same) && (
        <Button type="submit" small className="self-end">
          {decided ? 'Change the step' : 'Accept this step'}
        </Button>
      )}
    </form>
  );
}

/** Goes to the first value that is needed and not there, else to the first. */
export function enterStep(form: HTMLFormElement | null) {
  const fields = [...(form?.querySelectorAll('input') ?? [])];
  const needed = fields.find((field) => field.ariaRequired === 'true' && field.value === '');
  (needed ?? fields[0])?.focus();
}

/** One value of the step; elements, pages and choices are offered. */
function ValueField({
  name,
  hint,
  needed,
  keyword,
  cell,
  value,
  onChange,
}: {
  name: string;
  hint: string;
  needed: boolean;
  keyword: string;
  cell: number;
  value: string;
  onChange: (text: string) => void;
}) {
  const [entered, setEntered] = useState(false);
  const ask = useMemo(() => {
    const step = [keyword, ...new Array<string>(cell).fill('')];
    return (text: string) => post<CompletionView>('/api/completions', { cells: step, cell, text });
  }, [keyword, cell]);
  const offers = useFieldOffers(entered ? ask : null, value, (text) => {
    onChange(text);
    offers.typed(text);
    setEntered(false);
  });
  return (
    <label className="flex items-center gap-2 text-small text-ink-2">
      <span className="w-20 flex-none [overflow-wrap:anywhere]">{name}</span>
      <span className="relative flex min-w-0 flex-1">
        <input
          value={value}
          placeholder={hint}
          aria-required={needed}
          className="field min-w-0 flex-1 font-mono text-value text-ink"
          onFocus={() => setEntered(true)}
          onBlur={() => setEntered(false)}
          onKeyDown={(event) => offers.key(event)}
          onChange={({ target }) => {
            setEntered(true);
            onChange(target.value);
            offers.typed(target.value);
          }}
          {...offers.attributes}
        />
        {offers.list}
      </span>
    </label>
  );
}

/** The parameters that a step may fill, and a number for what is beyond them. */
function namesOf(takes: readonly ParameterView[], given: number): { name: string; hint: string; needed: boolean }[] {
  const count = Math.max(takes.length, given);
  return Array.from({ length: count }, (_, place) => {
    const parameter = takes[place];
    if (!parameter) return { name: `value ${place + 1}`, hint: '', needed: false };
    const { name, optional, fallback } = parameter;
    return { name, hint: optional ? fallback : 'is needed', needed: !optional };
  });
}

function withoutBlankEnd(values: readonly string[]): string[] {
  const last = values.findLastIndex((value) => value !== '');
  return values.slice(0, last + 1);
}
