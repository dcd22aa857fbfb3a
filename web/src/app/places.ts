import { inAddress } from '@/api/client';
import { isRecords } from '@/document/kinds';

/** Every place has an address that can be sent to a colleague; this is where they are made. */

/** What somebody typed into the address bar need not be encoded. */
function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}

/** What an address names behind its station, as a document's path; empty for the station itself. */
export const pathAt = (pathname: string) => pathname.split('/').slice(2).map(decoded).join('/');

export const INTAKE = '/intake';
export const PAGES = '/pages';
export const KEYWORDS = '/keywords';
export const CASES = '/cases';
export const DATA = '/data';
export const FIXTURES = '/fixtures';
export const PLAN = '/plan';
export const RUNS = '/runs';
export const ENVIRONMENTS = '/environments';

/** The stations that show documents. */
const OF_DOCUMENTS = [PAGES, KEYWORDS, CASES, DATA, FIXTURES, PLAN, ENVIRONMENTS];

/** The station that a document without suites belongs to, by the kinds of its blocks. */
export function stationOf(kinds: readonly string[], path = ''): string {
  if (isRecords(path)) return DATA;
  if (kinds.includes('suite') || kinds.includes('case')) return CASES;
  if (kinds.includes('keyword')) return KEYWORDS;
  if (kinds.includes('page')) return PAGES;
  if (kinds.includes('data')) return DATA;
  if (kinds.includes('fixture') || kinds.includes('hook')) return FIXTURES;
  if (kinds.includes('plan')) return PLAN;
  if (kinds.includes('environment') || kinds.includes('browser')) return ENVIRONMENTS;
  return CASES;
}

/** A document, at a line, as a table or as text; without a station the one that it belongs to shows it. */
export function documentPlace(
  path: string,
  { line, as, station = CASES }: { line?: number | null; as?: 'text' | 'table' | 'overview'; station?: string } = {},
) {
  const query = new URLSearchParams();
  if (as === 'text' || as === 'overview') query.set('as', as);
  if (line !== null && line !== undefined) query.set('line', String(line));
  const asked = query.toString();
  return `${station}/${inAddress(path)}${asked ? `?${asked}` : ''}`;
}

/** A line of a document as it is written; rows of a file have lines in its text alone. */
export const linePlace = (path: string, line: number) =>
  documentPlace(path, isRecords(path) ? { line, as: 'text', station: DATA } : { line });

/** The cases of all suites as one table. */
export const ALL_CASES = `${CASES}?as=overview`;

/** The document of an address, if it is of one. */
export function documentAt(pathname: string): string | null {
  return OF_DOCUMENTS.some((station) => pathname.startsWith(`${station}/`)) ? pathAt(pathname) : null;
}

/** A field of a file of rows: the record, from 0 on, and the name of the column. */
export const fieldPlace = (path: string, row: number, column: string) =>
  `${DATA}/${inAddress(path)}?row=${row}&column=${encodeURIComponent(column)}`;

/** A keyword as the catalogue describes it. */
export const keywordPlace = (name: string) => `${KEYWORDS}?name=${encodeURIComponent(name)}`;

/** Which keywords the cases of a document call. */
export const compositionPlace = (path: string) => `${KEYWORDS}?composition=${encodeURIComponent(path)}`;

/** A data set with its rows. */
export const dataSetPlace = (name: string) => `${DATA}?name=${encodeURIComponent(name)}`;

/** A sheet of manual scenarios. */
export const intakePlace = (path: string) => `${INTAKE}/${inAddress(path)}`;

/** A page with what its locators find. */
export const pagePlace = (name: string) => `${PAGES}?name=${encodeURIComponent(name)}`;

/** What surrounds a case. */
export const orderPlace = (path: string, line: number) => `${FIXTURES}?around=${encodeURIComponent(path)}&line=${line}`;

/** A saved plan. */
export const planPlace = (name: string) => `${PLAN}?plan=${encodeURIComponent(name)}`;

/** What is planned of a suite. */
export const suitePlanPlace = (suite: string) => `${PLAN}?suite=${encodeURIComponent(suite)}`;

export const runPlace = (run: number) => `${RUNS}/${run}`;

/** One executable case of a run. */
export const caseOfRunPlace = (run: number, number: number) => `${RUNS}/${run}/${number}`;

/** What was open is open again. */
export const lastPlace = () => localStorage.getItem('place') ?? CASES;

/** The last place of a station, else its own. */
export const lastOfStation = (station: string) => sessionStorage.getItem(`last ${station.slice(1)}`) ?? station;

/** Remembers where one is, for the next visit. */
export function rememberPlace(place: string) {
  if (place !== '/') localStorage.setItem('place', place + location.search);
  sessionStorage.setItem(`last ${place.split('/')[1]}`, place + location.search);
}
