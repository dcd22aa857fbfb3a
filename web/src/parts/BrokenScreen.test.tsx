import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { ErrorBoundary } from 'react-error-boundary';
import { expect, it, vi } from 'vitest';
import { show } from '@/testing/show';
import { BrokenScreen } from './BrokenScreen';

let broken = false;

function Screen() {
  if (broken) throw new Error('no such row');
  return <p>drawn</p>;
}

it('says why a screen could not be drawn and tries it again', async () => {
  vi.spyOn(console, 'error').mockImplementation(() => {});
  broken = true;
  show(
    <ErrorBoundary FallbackComponent={BrokenScreen}>
      <Screen />
    </ErrorBoundary>,
  );
  expect(screen.getByRole('alert').textContent).toContain('no such row');
  broken = false;
  await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
  expect(screen.getByText('drawn')).toBeTruthy();
  expect(screen.queryByRole('alert')).toBeNull();
});
