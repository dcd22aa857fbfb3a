import { useEffect, useState } from 'react';

export type Theme = 'day' | 'evening';

function first(): Theme {
  const kept = localStorage.getItem('theme');
  if (kept === 'day' || kept === 'evening') return kept;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'evening' : 'day';
}

export function useTheme(): [Theme, () => void] {
  const [theme, setTheme] = useState<Theme>(first);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
    localStorage.setItem('theme', theme);
  }, [theme]);
  return [theme, () => setTheme(theme === 'day' ? 'evening' : 'day')];
}
