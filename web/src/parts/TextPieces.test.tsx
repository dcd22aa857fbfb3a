import { afterEach, expect, it } from 'vitest';
import { clear, show } from '@/testing/show';
import { plainText, TextPieces } from './TextPieces';

afterEach(clear);

const PIECES = [{ text: 'two\nlines of ' }, { text: 'kiln', origin: 'column' }];

it('shows a text of several lines in one, with its references as chips', () => {
  show(<TextPieces pieces={PIECES} />);
  expect(document.body.textContent).toBe('two\\nlines of kiln');
  expect(document.querySelector('[data-origin=column]')?.textContent).toBe('kiln');
});

it('tells references in plain text from what is round them', () => {
  expect(plainText([{ text: 'a ' }, { text: 'kiln', origin: 'column' }])).toBe('a ‹kiln›');
});
