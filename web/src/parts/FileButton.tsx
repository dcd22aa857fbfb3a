import { useId } from 'react';
import { Button } from './Button';

/** A button that asks for files, or for a folder and all that is in it. */
export function FileButton({
  words,
  accept,
  multiple = false,
  folder = false,
  disabled = false,
  take,
}: {
  words: string;
  accept?: string;
  multiple?: boolean;
  folder?: boolean;
  disabled?: boolean;
  take: (files: readonly File[]) => void;
}) {
  const id = useId();
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
      <Button disabled={disabled} onClick={() => document.getElementById(id)?.click()}>
        {words}
      </Button>
    </>
  );
}
