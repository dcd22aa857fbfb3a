import { LinkButton } from './Button';

/** Says that something could not be had, why, and offers to try again; nothing where all went well. */
export function Wrong({ what, error, again }: { what: string; error: Error | null; again: () => void }) {
  if (!error) return null;
  return (
    <p role="alert" className="flex items-center gap-3 bg-failed-wash px-3 py-1.5">
      <span className="flex-1">
        {what} could not be read: {error.message}
      </span>
      <LinkButton onClick={again}>Try again</LinkButton>
    </p>
  );
}
