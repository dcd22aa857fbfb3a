import { ToggleGroup } from 'radix-ui';

/** One of a few. */
export function SegmentedChoice<T extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: string;
  options: { value: T; word: string }[];
  value: T;
  onChange: (value: T) => void;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(next) => next && onChange(next as T)}
      className="inline-flex h-6 rounded-field border border-hair-strong bg-surface"
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          className="px-2.5 text-[12px] text-ink-2 first:rounded-l-field last:rounded-r-field [&+&]:border-l [&+&]:border-hair-strong data-[state=on]:bg-accent-wash data-[state=on]:font-semibold data-[state=on]:text-accent"
        >
          {option.word}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
