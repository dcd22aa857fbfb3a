import { type ReactNode, useId } from 'react';
import { Button } from './Button';

/** A button that asks for files, or for a folder and all that is in it. */
export function FileButton({
  words,
  icon,
  accept,
  multiple = false,
  folder = false,
  disabled = false,
  take,
}: {
  words: string;
  /** What a small button shows instead of the words. */
  icon?: ReactNode;
  accept?: string;
  multiple?: boolean;
  folder?: boolean;
  disabled?: boolean;
  take: (files: readonly File[]) => void;
}) {
  const id = useId();
  const ask = () => document.getElementById(id)?.click();
  return (
    <>
      <input
        id={id}
        type="file"
        accept={accept}
        multiple={multiple}
        {...(folder && { webkitdirectory: '' })}
        tabIndex={-1}
        aria-label={words}
        className="sr-only"
        onChange={(event) => {
          take([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      {icon ? (
        <button
          type="button"
          title={words}
          aria-label={words}
          disabled={disabled}
          className="grid size-[26px] flex-none place-items-center rounded-field border border-hair-strong bg-surface hover:border-field"
          onClick={ask}
        >
          {icon}
        </button>
      ) : (
        <Button disabled={disabled} onClick={ask}>
          {words}
        </Button>
      )}
    </>
  );
}
