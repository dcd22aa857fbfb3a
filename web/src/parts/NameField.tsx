/** The field of a form that asks for the name of something new. */
export function NameField({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  return (
    <label className="flex flex-col gap-1 text-small text-ink-2">
      Name
      <input
        value={value}
        required
        className="field text-base text-ink"
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
