/** Why something that was asked for did not happen, under a head; nothing where all went well. */
export function ErrorLine({ text }: { text: string | null }) {
  if (!text) return null;
  return (
    <p role="alert" className="pt-1 text-failed">
      {text}
    </p>
  );
}
