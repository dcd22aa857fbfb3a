import { useState } from 'react';
import { expect, it } from 'vitest';
import { all, press, seen } from '@/testing/page';
import { show } from '@/testing/show';
import { KeyList } from './KeyList';

function Page() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <input aria-label="A field" />
      <KeyList open={open} setOpen={setOpen} />
    </>
  );
}

it('opens by ? outside of fields, and by Ctrl / in them as well', async () => {
  show(<Page />, '/plan');
  const field = await seen('input');
  field.focus();
  await press('?');
  expect(all('[role=dialog]')).toEqual([]);
  await press('/', { ctrlKey: true });
  await seen('[role=dialog]', /rename in all places/);
  await press('Escape');
  expect(all('[role=dialog]')).toEqual([]);
  field.blur();
  await press('?');
  await seen('[role=dialog]', /Everywhere/);
});
