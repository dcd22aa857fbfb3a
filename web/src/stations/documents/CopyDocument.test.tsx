import { afterEach, expect, it, vi } from 'vitest';
import { enter, only, pressOn, seen } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { clear, show } from '@/testing/show';
import { CopyDocument } from './CopyDocument';

afterEach(clear);

function copying(path: string, text: string, made: unknown = {}) {
  const asked = `GET /api/documents?path=${encodeURIComponent(path)}&text`;
  const requests = serve({ [asked]: [{ id: 1, path, version: 3, text }], 'POST /api/documents': made });
  const close = vi.fn();
  const place = show(<CopyDocument path={path} close={close} />, '/cases');
  const sent = () => requests.filter(({ method }) => method === 'POST').map(({ body }) => body);
  return { sent, close, place };
}

const field = (index: number) => document.querySelectorAll('input')[index] as HTMLInputElement;

it('copies a suite under another name and goes there', async () => {
  const { sent, close, place } = copying('suites/kilns.elmt', '# Ours\nsuite Kilns\n\ncase suite one\nsteps\n');
  await seen('label', /^Name/);
  expect(field(0).value).toBe('Kilns copy');
  expect(field(1).value).toBe('suites/kilns-copy.elmt');
  await enter(field(0), 'Gas kilns');
  expect(field(1).value).toBe('suites/gas-kilns.elmt');
  await enter(field(1), 'suites/gas.elmt');
  await enter(field(0), 'Gas kilns: two');
  expect(field(1).value).toBe('suites/gas.elmt');
  await pressOn(only('button', 'Copy'));
  expect(close).toHaveBeenCalled();
  expect(sent()).toEqual([
    { path: 'suites/gas.elmt', text: '# Ours\nsuite Gas kilns: two\n\ncase suite one\nsteps\n', author: '' },
  ]);
  expect(place.history.at(-1)).toBe('/cases/suites/gas.elmt');
});

it('gives a feature in any language its name', async () => {
  const { sent } = copying('öfen.feature', '# language: de\n@heiß\nFunktionalität: Öfen\n\n  Szenario: An\n');
  await seen('label', /^Name/);
  expect(field(0).value).toBe('Öfen copy');
  await enter(field(0), 'Gasöfen $1');
  await pressOn(only('button', 'Copy'));
  expect(sent()[0]).toMatchObject({
    path: 'gasöfen-1.feature',
    text: '# language: de\n@heiß\nFunktionalität: Gasöfen $1\n\n  Szenario: An\n',
  });
});

it('asks for no name where a document has none', async () => {
  const { sent } = copying('data/prices.csv', 'suite,price\nx: 1,2\n');
  await seen('button:enabled', 'Copy');
  expect(document.querySelectorAll('input')).toHaveLength(1);
  await pressOn(only('button', 'Copy'));
  expect(sent()[0]).toMatchObject({ path: 'data/prices-copy.csv', text: 'suite,price\nx: 1,2\n' });
});

it('says why it could not be copied and stays open', async () => {
  const { close } = copying('a.elmt', 'suite A\n', problem(409, 'There is already a document a-copy.elmt.'));
  await seen('label', /^Name/);
  await pressOn(only('button', 'Copy'));
  expect((await seen('[role=alert]')).textContent).toContain('There is already a document');
  expect(close).not.toHaveBeenCalled();
});
