export function Logo() {
  return (
    <svg role="img" aria-label="Elm Table" viewBox="0 0 24 24" width="26" height="26" className="text-accent">
      <title>Elm Table</title>
      <g fill="currentColor">
        <path d="M11 1.2V6H6.9C7.8 4 9.2 2.4 11 1.2Z" />
        <path d="M12 1.2c1.9 1.1 3.5 2.6 4.7 4.5L16.5 6H12Z" />
        <path d="M6.4 7H11v4H5.1C5.3 9.5 5.7 8.2 6.4 7Z" />
        <path d="M12 7h7.1c-.2 1.6-.7 2.9-1.5 4H12Z" />
        <path d="M5 12h6v4H6.1C5.4 14.8 5 13.5 5 12Z" />
        <path d="M12 12h8.8c-.2 1.6-.9 2.9-1.9 4H12Z" />
        <path d="M6.8 17H11v1.7C9.3 18.7 7.9 18.1 6.8 17Z" />
        <path d="M12 17h8c-.9 2.2-3.5 3.7-7 3.9V23h-1Z" />
      </g>
    </svg>
  );
}
