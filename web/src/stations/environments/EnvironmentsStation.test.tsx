import { act } from 'react';
import { expect, it } from 'vitest';
import type { EnvironmentsView } from '@/api/types';
import { documentInHand } from '@/document/openDocument';
import { all, enter, only, press, pressOn, seen, text } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { clear, show } from '@/testing/show';
import { until } from '@/testing/until';
import { EnvironmentsStation } from './EnvironmentsStation';

const PATH = 'environments.elmt';
const TEXT = `environment local
values
| name     | value   |
| currency | €       |
| password | celadon |

environment far
like: local
`;

const VIEW: EnvironmentsView = {
  environments: [
    { name: 'local', path: PATH, line: 1, note: 'this machine' },
    { name: 'far', path: PATH, line: 7, note: '', like: 'local' },
  ],
  values: [
    { name: 'currency', secret: false, note: 'before prices', cells: [{ text: '€' }, { text: '€', from: 'local' }] },
    { name: 'password', secret: true, note: '', cells: [{ text: '•••' }, { text: '•••', typed: true }] },
    { name: 'token', secret: true, note: '', cells: [{}, {}] },
  ],
  kept: [{ environment: 'local', name: 'last booking', value: 'EK-2040' }],
};

function station(more: Record<string, unknown> = {}) {
  const requests = serve({
    'GET /api/environments': VIEW,
    'GET /api/blocks': [],
    'GET /api/removed': [],
    'GET /api/project': { environments: ['local', 'far'] },
    [`GET /api/documents?path=${PATH}&text`]: [{ id: 3, path: PATH, version: 0, text: TEXT }],
    ...more,
  });
  show(<EnvironmentsStation path="" />);
  return { sent: (what: string) => requests.filter(({ method, path }) => `${method} ${path}` === what) };
}

const grid = () => seen('table[aria-label="Values of the environments"]');
const cells = (row: Element | undefined) => [...(row?.children ?? [])].map((cell) => cell.textContent);

it('shows names down and environments across, and never a secret', async () => {
  station();
  const [currency, password, token] = (await grid()).querySelectorAll('tbody tr');
  expect(cells(currency)).toEqual(['currency', '€', '€', 'before prices']);
  expect(cells(password)).toEqual(['passwordsecret', '••• (in its document)', '••• (typed in)', '']);
  expect(cells(token)).toEqual(['tokensecret', 'not set', 'not set', '']);
  await until(() => expect(all('thead th').map((head) => head.textContent)).toContain('localin force'));
  expect(all('thead th').map((head) => head.textContent)).toContain('farlike local');
  // What is taken over is told apart from what is an environment's own.
  expect(currency?.querySelectorAll('.italic')).toHaveLength(1);
});

it('adds a name to the environment that others are like', async () => {
  station();
  await grid();
  await pressOn(only('button', 'value'));
  await enter(only('input', 'Name of the value'), 'Currency');
  expect(text()).toContain('“Currency” is there already.');
  await enter(only('input', 'Name of the value'), 'kiln hall');
  await pressOn(only('button', 'Add it to local'));
  await until(async () => {
    const open = await documentInHand(PATH);
    expect(open?.state.doc.toString()).toMatch(/password +\| celadon \|\n\| kiln hall \| +\|\n\nenvironment far/);
  });
});

it('gives an environment a value of its own where it had another’s', async () => {
  station();
  await grid();
  await pressOn(only('button', 'currency in far: €'));
  await enter(only('textarea', 'currency in far'), '£');
  await press('Enter');
  await until(async () => {
    const open = await documentInHand(PATH);
    expect(open?.state.doc.toString()).toMatch(/like: local\nvalues\n\| name +\| value \|\n\| currency \| £ +\|\n$/);
  });
});

it('leaves a value as it is where one thinks better of it', async () => {
  station();
  await grid();
  await pressOn(only('button', 'currency in local: €'));
  await enter(only('textarea'), '£');
  await press('Escape');
  expect(all('textarea')).toEqual([]);
  expect(only('button', 'currency in local: €').textContent).toBe('€');
});

it('sends a secret to the server alone, from a field that nobody can read', async () => {
  const { sent } = station({ 'PUT /api/environments/secret': new Response(null, { status: 204 }) });
  await grid();
  await pressOn(only('button', 'token in far: none'));
  expect((only('input[type=password]') as HTMLInputElement).value).toBe('');
  await enter(only('input[type=password]'), 'raku-9');
  await press('Enter');
  await until(() => expect(sent('PUT /api/environments/secret')).toHaveLength(1));
  expect(sent('PUT /api/environments/secret')[0]?.body).toEqual({ environment: 'far', name: 'token', value: 'raku-9' });
  expect(text()).not.toContain('raku-9');
});

it('says why a value could not be kept', async () => {
  station({ 'PUT /api/environments/secret': problem(507, 'The disk is full.') });
  await grid();
  await pressOn(only('button', 'token in far: none'));
  await enter(only('input[type=password]'), 'raku-9');
  await press('Enter');
  expect((await seen('[role=alert]')).textContent).toBe('The disk is full.');
});

it('forgets what a run kept', async () => {
  const { sent } = station({ 'POST /api/environments/forget': {} });
  await grid();
  expect(cells(only('table[aria-label="Kept values"] tr'))).toEqual(['last booking', 'EK-2040', 'local', 'Forget']);
  await pressOn(only('button', 'Forget'));
  await until(() => expect(sent('GET /api/environments')).toHaveLength(2));
  expect(sent('POST /api/environments/forget')[0]?.body).toEqual({ environment: 'local', name: 'last booking' });
});

it('says how to begin where there is no environment, and what is wrong where none could be read', async () => {
  station({ 'GET /api/environments': { environments: [], values: [], kept: [] } });
  await until(async () => {
    await act(async () => {});
    expect(text()).toContain('make one with the plus on the left');
  });
  clear();
  station({ 'GET /api/environments': problem(500, 'The store is broken.') });
  await until(async () => {
    await act(async () => {});
    expect(text()).toContain('The store is broken.');
  });
});

it('is filtered by names, values and notes', async () => {
  station();
  await grid();
  const names = () => all('table[aria-label^=Values] tbody th').map((name) => name.textContent);
  await enter(only('input', 'Filter the values'), 'TOK');
  expect(names()).toEqual(['tokensecret']);
  await enter(only('input', 'Filter the values'), 'prices');
  expect(names()).toEqual(['currency']);
  await enter(only('input', 'Filter the values'), 'celadon');
  expect(text()).toContain('Nothing found.');
});
