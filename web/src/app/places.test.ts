import { afterEach, expect, it } from 'vitest';
import {
  CASES,
  compositionPlace,
  DATA,
  dataSetPlace,
  documentAt,
  documentPlace,
  ENVIRONMENTS,
  FIXTURES,
  fieldPlace,
  KEYWORDS,
  lastOfStation,
  lastPlace,
  orderPlace,
  PAGES,
  PLAN,
  rememberPlace,
  stationOf,
} from './places';

afterEach(() => {
  localStorage.clear();
  sessionStorage.clear();
});

it.each([
  'a.elmt',
  'suites/firing requests.elmt',
  'data/100 % ash.csv',
  'features/ofen #2.feature',
  'ä/ö?.elmt',
  'a%20b.elmt',
  '50%ab.elmt',
])('gives a document %s an address that leads back to it', (path) => {
  for (const station of [PAGES, KEYWORDS, CASES, DATA, FIXTURES, PLAN, ENVIRONMENTS]) {
    const { pathname, search } = new URL(documentPlace(path, { station, line: 7, as: 'text' }), 'http://here');
    expect(documentAt(pathname)).toBe(path);
    expect(search).toBe('?as=text&line=7');
  }
});

it('says nothing of tables and of no line, which is what a document shows anyhow', () => {
  expect(documentPlace('a.elmt', { as: 'table', line: null })).toBe('/cases/a.elmt');
  expect(documentPlace('a.elmt', { as: 'overview' })).toBe('/cases/a.elmt?as=overview');
});

it('reads an address that somebody typed without encoding it', () => {
  expect(documentAt('/cases/100%.elmt')).toBe('100%.elmt');
});

it('knows that other places are no documents', () => {
  expect([documentAt('/runs/7'), documentAt('/cases'), documentAt('/intake/a.xlsx')]).toEqual([null, null, null]);
});

it.each([
  [['page', 'keyword', 'suite'], CASES],
  [['data', 'page', 'keyword'], KEYWORDS],
  [['data', 'page'], PAGES],
  [['data', 'fixture'], DATA],
  [['hook', 'plan'], FIXTURES],
  [['plan', 'environment'], PLAN],
  [['browser'], ENVIRONMENTS],
  [[], CASES],
])('shows a document with %s in %s', (kinds, station) => expect(stationOf(kinds)).toBe(station));

it('shows a file of rows among the data whatever is in it', () => expect(stationOf(['suite'], 'a.csv')).toBe(DATA));

it('keeps names whole in what is asked for', () => {
  const asked = (place: string) => new URL(place, 'http://here').searchParams;
  expect(asked(dataSetPlace('loads & rates')).get('name')).toBe('loads & rates');
  expect(asked(fieldPlace('d.csv', 3, 'Share %')).get('column')).toBe('Share %');
  expect(asked(orderPlace('a b.elmt', 4)).get('around')).toBe('a b.elmt');
  expect(asked(compositionPlace('a+b.elmt')).get('composition')).toBe('a+b.elmt');
});

it('goes back to where one was, in the project and in each station', () => {
  expect([lastPlace(), lastOfStation(DATA)]).toEqual([CASES, DATA]);
  rememberPlace('/data/a.csv');
  rememberPlace('/plan');
  expect([lastPlace(), lastOfStation(DATA), lastOfStation(PLAN)]).toEqual(['/plan', '/data/a.csv', '/plan']);
  rememberPlace('/');
  expect(lastPlace()).toBe('/plan');
});
