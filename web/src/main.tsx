import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { Tooltip } from 'radix-ui';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App';
import { documentAt } from './app/places';
import { loadStation } from './app/stations';
import { openDocument } from './document/openDocument';
import { loadParts } from './parts/later';
import './styles/index.css';

const queries = new QueryClient({
  defaultOptions: { queries: { staleTime: 60_000, refetchOnWindowFocus: false, retry: false } },
});

// What the address shows is on its way while the page is made; what goes wrong is told where it is shown.
loadStation(location.pathname).catch(() => {});
const path = documentAt(location.pathname);
if (path) openDocument(path).catch(() => {});

const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <Tooltip.Provider delayDuration={400}>
          <App />
        </Tooltip.Provider>
      </QueryClientProvider>
    </StrictMode>,
  );
}

const PARTS_AFTER_MILLIS = 2_000;
setTimeout(loadParts, PARTS_AFTER_MILLIS);
