import type { ButtonHTMLAttributes } from 'react';

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  kind?: 'main' | 'plain';
  small?: boolean;
}

/** What can be pressed; `main` for the one thing that a place is for. */
export function Button({ kind = 'plain', small = false, className = '', ...rest }: Props) {
  const look =
    kind === 'main'
      ? 'border-accent bg-accent text-on-accent hover:bg-accent-deep disabled:opacity-60'
      : 'border-hair-strong bg-surface hover:border-field disabled:text-ink-3';
  const size = small ? 'h-6 px-2 text-[12px]' : 'h-7 px-2.5';
  return (
    <button
      type="button"
      className={`inline-flex items-center gap-1.5 whitespace-nowrap rounded-field border font-medium ${look} ${size} ${className}`}
      {...rest}
    />
  );
}

/** Words that act, without a box. */
export function LinkButton({ className = '', ...rest }: ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      type="button"
      className={`whitespace-nowrap rounded-chip font-medium text-accent hover:text-accent-deep hover:underline ${className}`}
      {...rest}
    />
  );
}

/** A picture that acts; its word is read out, and shown on hover. */
export function IconButton({
  word,
  className = '',
  ...rest
}: { word: string } & ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      type="button"
      aria-label={word}
      title={word}
      className={`grid size-6 flex-none place-items-center rounded-chip hover:bg-sunk disabled:opacity-40 ${className}`}
      {...rest}
    />
  );
}
