/** The field of a form that asks for a document's path. */
export function PathField({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  return (
    <label className="flex flex-col gap-1 text-small text-ink-2">
      Path in the project
      <input
        value={value}
        spellCheck={false}
        className="field text-base text-ink"
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
