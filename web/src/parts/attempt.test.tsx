import { afterEach, expect, it } from 'vitest';
import { all, only, pressOn, seen } from '@/testing/page';
import { clear, show } from '@/testing/show';
import { until } from '@/testing/until';
import { reasonOf, useAttempt } from './attempt';
import { ErrorLine } from './ErrorLine';

afterEach(clear);

function Save({ work }: { work: () => unknown }) {
  const { attempt, wrong } = useAttempt();
  return (
    <>
      <button type="button" onClick={() => attempt(work)}>
        Save
      </button>
      <ErrorLine text={wrong} />
    </>
  );
}

it('says why something failed, until it is tried again', async () => {
  let refused = true;
  show(
    <Save
      work={async () => {
        if (refused) throw new Error('The folder is read-only.');
      }}
    />,
  );
  await pressOn(only('button', 'Save'));
  expect((await seen('[role=alert]')).textContent).toBe('The folder is read-only.');
  refused = false;
  await pressOn(only('button', 'Save'));
  await until(() => expect(all('[role=alert]')).toEqual([]));
});

it('says what is thrown at once, whatever it is', async () => {
  show(
    <Save
      work={() => {
        throw 'no error at all';
      }}
    />,
  );
  await pressOn(only('button', 'Save'));
  expect((await seen('[role=alert]')).textContent).toBe('no error at all');
  expect(reasonOf(404)).toBe('404');
});
