/** Why something that was asked for did not happen, under a head; nothing where all went well. */
export function ErrorLine({ text }: { text: string | null }) {
  if (!text) return null;
  return (
    <p role="alert" className="pt-1 text-failed">
      {text}
    </p>
  );
}

/** The same as a strip over what it concerns; `className` says how far from its edges. */
export function ErrorStrip({ text, className = '' }: { text: string | null | undefined; className?: string }) {
  if (!text) return null;
  return (
    <p role="alert" className={`bg-failed-wash px-3 py-1.5 ${className}`}>
      {text}
    </p>
  );
}
