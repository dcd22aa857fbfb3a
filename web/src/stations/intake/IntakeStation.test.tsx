import { act } from 'react';
import { expect, it } from 'vitest';
import type { IntakeView, MatchView, ScenarioView, SentenceView } from '@/api/types';
import { all, choose, enter, only, press, pressOn, seen, text } from '@/testing/page';
import { type Answers, problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { IntakeStation } from './IntakeStation';

const match = (...cells: string[]) => ({ keyword: cells[0], score: 0.9, cells, missing: [] }) as unknown as MatchView;

const sentence = (words: string, state: string, ...cells: string[]): SentenceView => ({
  part: 'step',
  text: words,
  state,
  decided: false,
  cells: cells.length > 0 ? cells : undefined,
  matches: cells.length > 0 ? [match(...cells)] : [],
});

const scenario = (key: string, title: string, ...sentences: SentenceView[]): ScenarioView => ({
  key,
  title,
  row: Number(key.slice(2)),
  sentences,
});

const SHEET: IntakeView = {
  path: 'intake/firings.csv',
  headings: ['Key', 'Title', 'Steps'],
  mapping: { key: 'Key', title: 'Title', steps: 'Steps' },
  scenarios: [
    scenario('F-1', 'A kiln is lit', sentence('Press Light', 'said', 'press', 'Light'), sentence('Wait', 'not')),
    scenario(
      'F-2',
      'A kiln cools',
      sentence('Read the gauge', 'nearly', 'expect text', 'Gauge'),
      sentence('Press Light', 'said', 'press', 'Light'),
    ),
    { ...scenario('F-3', 'A kiln is full'), covered: { path: 'a.elmt', line: 7, title: 'Full' } as never },
  ],
  said: 2,
  nearly: 1,
  not: 1,
  gone: [],
};

function station(answers: Answers = {}, path = SHEET.path) {
  const requests = serve({
    'GET /api/intake': [SHEET.path],
    'GET /api/intake/intake/firings.csv': SHEET,
    'POST /api/intake': SHEET,
    'GET /api/documents': [],
    ...answers,
  });
  const place = show(<IntakeStation path={path} />, '/intake');
  return {
    place,
    decided: () =>
      requests.filter(({ method, path }) => method === 'POST' && !/completions/.test(path)).map((each) => each.body),
    requests,
  };
}

const lines = () => all('[role=row]').map((row) => row.textContent ?? '');
const under = () => all('[role=row][aria-selected=true]').map((row) => row.textContent ?? '');
const grid = () => only('[role=grid]', 'Sentences');

async function paste(words: string, target: Element = document.body) {
  await act(async () => {
    const event = new Event('paste', { bubbles: true });
    Object.assign(event, { clipboardData: { files: [], getData: () => words } });
    target.dispatchEvent(event);
  });
}

it('shows each scenario with the steps that say it, or what is missing', async () => {
  station();
  await seen('[role=grid]');
  expect(lines()).toEqual([
    expect.stringContaining('F-1A kiln is lit1 of 2 sentences said'),
    expect.stringContaining('pressLight'),
    expect.stringContaining('no keyword says this'),
    expect.stringContaining('F-2A kiln cools'),
    expect.stringContaining('Read the gauge'),
    expect.stringContaining('pressLight'),
    expect.stringContaining('covered by “Full”'),
  ]);
});

it('shows what is in one state, or has a text, and all again', async () => {
  station();
  await seen('[role=grid]');
  await pressOn(only('button', '1 nearly'));
  expect(lines()).toHaveLength(2);
  expect(lines()[1]).toContain('Read the gauge');
  await pressOn(only('button', '1 nearly'));
  expect(lines()).toHaveLength(7);
  await enter(only('input', 'Filter the sentences'), 'light');
  expect(lines()).toHaveLength(4);
  await enter(only('input', 'Filter the sentences'), 'f-2');
  expect(lines()).toHaveLength(3);
  await enter(only('input', 'Filter the sentences'), 'nobody');
  expect(text()).toContain('Nothing found.');
});

it('is gone through and decided by keyboard', async () => {
  const { decided, place } = station();
  await seen('[role=grid]');
  await act(async () => grid().focus());
  expect(under()).toEqual([expect.stringContaining('A kiln is lit')]);
  await press('ArrowDown');
  await press('Enter');
  expect(decided()).toEqual([
    { path: SHEET.path, decisions: [{ sentence: 'Press Light', cells: ['press', 'Light'] }] },
  ]);
  expect(under()).toEqual([expect.stringContaining('Wait')]);
  await press('Enter');
  expect(decided()).toHaveLength(1);
  await press('Delete');
  expect(decided()[1]).toEqual({ path: SHEET.path, decisions: [{ sentence: 'Wait' }] });
  await press(' ');
  await until(() => only('button', 'Draft 1 case'));
  await press('End');
  await press('Enter');
  expect(place.history?.at(-1)).toBe('/cases/a.elmt?line=7');
});

it('goes on by keyboard from where the pointer went', async () => {
  const { decided } = station();
  await pressOn((await seen('[role=grid]')).querySelectorAll<HTMLElement>('[role=row]')[4] as HTMLElement);
  expect(document.activeElement).toBe(grid());
  await press('Enter');
  await press('ArrowUp');
  await press('ArrowUp');
  expect(under()).toEqual([expect.stringContaining('A kiln cools')]);
  expect(decided()).toEqual([
    { path: SHEET.path, decisions: [{ sentence: 'Read the gauge', cells: ['expect text', 'Gauge'] }] },
  ]);
});

it('explains the sentence under the cursor, which another keyword may say', async () => {
  const { decided } = station();
  await pressOn((await seen('[role=grid]')).querySelectorAll<HTMLElement>('[role=row]')[4] as HTMLElement);
  expect(only('[aria-label="Keywords that may say it"]').textContent).toContain('90 %');
  await pressOn(only('button', 'Use it'));
  expect(decided()).toEqual([
    { path: SHEET.path, decisions: [{ sentence: 'Read the gauge', cells: ['expect text', 'Gauge'] }] },
  ]);
});

it('corrects the step of a sentence, and one that was accepted', async () => {
  const keyword = { name: 'expect text', takes: [{ name: 'element' }, { name: 'text' }] };
  const accepted = (...cells: string[]) => ({
    ...SHEET,
    scenarios: [scenario('F-2', 'A kiln cools', { ...sentence('Read the gauge', 'said', ...cells), decided: true })],
  });
  const { decided } = station({
    'GET /api/keywords': [keyword],
    'POST /api/completions': {
      kind: 'element',
      suggestions: [{ insert: 'Dial', label: 'Dial', matched: [], why: '', signature: '', note: '', parameters: [] }],
    },
    'POST /api/intake': accepted('expect text', 'Gauge', '900'),
  });
  await pressOn((await seen('[role=grid]')).querySelectorAll<HTMLElement>('[role=row]')[4] as HTMLElement);
  const fields = () =>
    all('[aria-label="Step by expect text"] input').map((field) => (field as HTMLInputElement).value);
  await until(() => expect(fields()).toEqual(['Gauge', '']));
  await press('F2');
  // What is needed and not there comes first.
  expect(document.activeElement).toBe(all('[aria-label="Step by expect text"] input')[1]);
  await press('Escape');
  expect(document.activeElement).toBe(grid());
  await enter(all('[aria-label="Step by expect text"] input')[1] as HTMLElement, '900');
  await pressOn(only('button', 'Accept this step'));
  expect(document.activeElement).toBe(grid());
  await until(() => expect(fields()).toEqual(['Gauge', '900']));
  expect(all('button', 'Change the step')).toEqual([]);
  await enter(all('[aria-label="Step by expect text"] input')[0] as HTMLElement, 'Di');
  await seen('[role=option]', /Dial/);
  await press('ArrowDown');
  await press('Enter');
  expect(fields()).toEqual(['Dial', '900']);
  await pressOn(only('button', 'Change the step'));
  expect(decided()).toMatchObject([
    { decisions: [{ sentence: 'Read the gauge', cells: ['expect text', 'Gauge', '900'] }] },
    { decisions: [{ sentence: 'Read the gauge', cells: ['expect text', 'Dial', '900'] }] },
  ]);
});

it('drafts the scenarios that are ticked and not covered', async () => {
  const { decided, place } = station({ 'POST /api/drafts': { path: 'suites/firings.elmt' } });
  await pressOn(await seen('input', 'Draft A kiln cools'));
  await pressOn(only('button', 'Draft 1 case'));
  expect(decided()).toEqual([expect.objectContaining({ path: SHEET.path, name: 'Firings', keys: ['F-1'] })]);
  expect(place.history?.at(-1)).toBe('/cases/suites/firings.elmt');
});

it('takes in rows that are pasted, beside those that were', async () => {
  const { place, requests } = station({
    'GET /api/intake': [SHEET.path, 'intake/pasted-scenarios.tsv'],
    'PUT /api/files/intake/pasted-scenarios-2.tsv': {},
  });
  await seen('a', 'pasted-scenarios');
  await paste('Title\tSteps\nLit\tPress Light\n');
  await until(() => expect(place.history?.at(-1)).toBe('/intake/intake/pasted-scenarios-2.tsv'));
  const sent = requests.filter((each) => each.method === 'PUT').map((each) => each.body as Blob);
  expect(await Promise.all(sent.map((each) => each.text()))).toEqual(['Title\tSteps\nLit\tPress Light\n']);
});

it('says why what is pasted or chosen is not taken in', async () => {
  const { requests } = station({ 'PUT /api/files/intake/big.csv': problem(413, 'A file has 20 MB at most.') });
  await seen('[role=grid]');
  await paste('A sentence alone');
  await seen('[role=alert]', /is no table/);
  await paste('a\tb\nc\td', only('input', 'Filter the sentences'));
  await choose('notes.docx', 'x');
  await seen('[role=alert]', /“notes.docx” is no spreadsheet/);
  expect(requests.filter((each) => each.method === 'PUT')).toEqual([]);
  await choose('big.csv', 'x');
  await seen('[role=alert]', /20 MB at most/);
});

it('says which scenario repeats the key of another, and drafts both', async () => {
  const [one, two] = SHEET.scenarios;
  const alike = [one, { ...(two as ScenarioView), key: 'F-1 (2)', row: 2, repeated: true }] as ScenarioView[];
  station({ 'GET /api/intake/intake/firings.csv': { ...SHEET, scenarios: alike } });
  await seen('[role=grid]');
  expect(lines()).toHaveLength(6);
  expect(lines().filter((line) => /row \d+ repeats a key/.test(line))).toEqual([
    expect.stringMatching(/F-1 \(2\).*A kiln cools.*row 2 repeats a key/),
  ]);
  await seen('button', /Draft 2 cases/);
});

it('says what belongs there where there is no sheet', async () => {
  station({ 'GET /api/intake': [] }, '');
  await until(() => expect(text()).toContain('paste its rows with their headings'));
});
