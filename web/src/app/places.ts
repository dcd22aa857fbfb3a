/** Every place has an address that can be sent to a colleague; this is where they are made. */

const inPath = (path: string) => path.split('/').map(encodeURIComponent).join('/');

export const CASES = '/cases';
export const PLAN = '/plan';
export const RUNS = '/runs';

/** A document, at a line, as a table or as text. */
export function documentPlace(path: string, { line, as }: { line?: number | null; as?: 'text' | 'table' } = {}) {
  const query = new URLSearchParams();
  if (as === 'text') query.set('as', 'text');
  if (line !== null && line !== undefined) query.set('line', String(line));
  const asked = query.toString();
  return `${CASES}/${inPath(path)}${asked ? `?${asked}` : ''}`;
}

/** The document of an address, if it is of one. */
export const documentAt = (pathname: string): string | null =>
  pathname.startsWith(`${CASES}/`)
    ? pathname
        .slice(CASES.length + 1)
        .split('/')
        .map(decodeURIComponent)
        .join('/')
    : null;

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
