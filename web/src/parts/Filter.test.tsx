import { useState } from 'react';
import { expect, it } from 'vitest';
import { only, press } from '@/testing/page';
import { show } from '@/testing/show';
import { Columns } from './Columns';
import { Filter } from './Filter';

function One({ label }: { label: string }) {
  const [value, setValue] = useState('');
  return <Filter label={label} value={value} onChange={setValue} />;
}

const station = (withSheets: boolean) => (
  <Columns
    station="test"
    contents={{
      name: 'Contents',
      content: (
        <>
          <One label="Filter the suites" />
          <a href="/suite">Suite</a>
        </>
      ),
    }}
    lens={null}
  >
    <button type="button">Run</button>
    {withSheets && <One label="Filter the cases" />}
  </Columns>
);

const focused = () => document.activeElement?.getAttribute('aria-label');

it('is gone to by / from its own column, and from anywhere else to that of the sheet', async () => {
  show(station(true));
  await press('/');
  expect(focused()).toBe('Filter the cases');
  only('a', 'Suite').focus();
  await press('/');
  expect(focused()).toBe('Filter the suites');
  only('button', 'Run').focus();
  await press('/');
  expect(focused()).toBe('Filter the cases');
});

it('is gone to from the sheet where that has none', async () => {
  show(station(false));
  only('button', 'Run').focus();
  await press('/', { ctrlKey: true });
  expect(focused()).not.toBe('Filter the suites');
  await press('/');
  expect(focused()).toBe('Filter the suites');
  await press('/');
  expect(focused()).toBe('Filter the suites');
});
