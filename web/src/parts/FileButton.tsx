import { useId } from 'react';
import { Button } from './Button';

/** A button that asks for files. */
export function FileButton({
  words,
  accept,
  multiple = false,
  take,
}: {
  words: string;
  accept?: string;
  multiple?: boolean;
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
        tabIndex={-1}
        aria-label={words}
        className="sr-only"
        onChange={(event) => {
          take([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      <Button onClick={() => document.getElementById(id)?.click()}>{words}</Button>
    </>
  );
}
