/** A problem's own mark: a slanted proof stroke, doubled for an error, outlined for a warning, thin for a notice. */
export function ProblemMark({ severity, size = 12 }: { severity: string; size?: number }) {
  const colour = severity === 'error' ? 'text-failed' : severity === 'warning' ? 'text-error' : 'text-ink-3';
  return (
    <svg
      role="img"
      aria-label={severity}
      width={size}
      height={size}
      viewBox="0 0 12 12"
      className={`block flex-none ${colour}`}
    >
      <title>{severity}</title>
      {severity === 'error' && <path fill="currentColor" d="M1 9.6 4.2 2h3.2L4.2 9.6ZM6.6 9.6 8 6.3h3.2L9.8 9.6Z" />}
      {severity === 'warning' && (
        <path fill="none" stroke="currentColor" strokeWidth="1.2" d="M3.4 9.6 6.6 2h3.2L6.6 9.6Z" />
      )}
      {severity === 'notice' && <path fill="none" stroke="currentColor" strokeWidth="1.2" d="M4.6 10 8.2 2" />}
    </svg>
  );
}
