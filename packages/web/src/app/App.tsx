import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import useMediaQuery from '@mui/material/useMediaQuery';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense, useMemo } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { ApiFailure } from '../api/http.js';
import { useDesk } from '../ui/desk-store.js';
import { Broken } from './Broken.js';
import { Frame } from './Frame.js';
import { NotBuilt } from './NotBuilt.js';
import { NotHere } from './NotHere.js';
import { themeOf } from './theme.js';

/** Pages come when they are needed first, and the rest as soon as the page is at leisure: the server may go away. */
const pages = {
  holdings: () => import('../features/holdings/HoldingsPage.js').then((page) => ({ default: page.HoldingsPage })),
  intake: () => import('../features/intake/IntakePage.js').then((page) => ({ default: page.IntakePage })),
  termbase: () => import('../features/termbase/TermbasePage.js').then((page) => ({ default: page.TermbasePage })),
  fields: () => import('../features/termbase/FieldsPage.js').then((page) => ({ default: page.FieldsPage })),
  tryText: () => import('../features/termbase/TryTextPage.js').then((page) => ({ default: page.TryTextPage })),
  memory: () => import('../features/memory/MemoryPage.js').then((page) => ({ default: page.MemoryPage })),
  concordance: () =>
    import('../features/concordance/ConcordancePage.js').then((page) => ({ default: page.ConcordancePage })),
  alignments: () => import('../features/align/AlignmentsPage.js').then((page) => ({ default: page.AlignmentsPage })),
  align: () => import('../features/align/AlignPage.js').then((page) => ({ default: page.AlignPage })),
  inspect: () => import('../features/inspect/InspectPage.js').then((page) => ({ default: page.InspectPage })),
  ledger: () => import('../features/ledger/LedgerPage.js').then((page) => ({ default: page.LedgerPage })),
};
const HoldingsPage = lazy(pages.holdings);
const IntakePage = lazy(pages.intake);
const TermbasePage = lazy(pages.termbase);
const FieldsPage = lazy(pages.fields);
const TryTextPage = lazy(pages.tryText);
const MemoryPage = lazy(pages.memory);
const ConcordancePage = lazy(pages.concordance);
const AlignmentsPage = lazy(pages.alignments);
const AlignPage = lazy(pages.align);
const InspectPage = lazy(pages.inspect);
const LedgerPage = lazy(pages.ledger);
window.setTimeout(() => Object.values(pages).forEach((load) => void load().catch(() => undefined)), 500);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (failures, error) => error instanceof ApiFailure && error.code === 'no-connection' && failures < 4,
    },
  },
});

const router = createBrowserRouter([
  {
    path: '/',
    element: <Frame />,
    errorElement: <Broken />,
    children: [
      { index: true, element: <Navigate to="/holdings" replace /> },
      { path: 'holdings', element: <HoldingsPage /> },
      { path: 'termbases/:id', element: <TermbasePage /> },
      { path: 'termbases/:id/fields', element: <FieldsPage /> },
      { path: 'termbases/:id/text', element: <TryTextPage /> },
      { path: 'memories/:id', element: <MemoryPage /> },
      { path: 'concordance', element: <ConcordancePage /> },
      { path: 'intake', element: <IntakePage /> },
      { path: 'intake/:id', element: <IntakePage /> },
      { path: 'align', element: <AlignmentsPage /> },
      { path: 'align/:id', element: <AlignPage /> },
      { path: 'merge', element: <NotBuilt stage="merge" /> },
      { path: 'inspect', element: <InspectPage /> },
      { path: 'inspect/:id', element: <InspectPage /> },
      { path: 'inspect/memories/:memory', element: <InspectPage /> },
      { path: 'rehearse', element: <NotBuilt stage="rehearse" /> },
      { path: 'corrections', element: <NotBuilt stage="corrections" /> },
      { path: 'ledger', element: <LedgerPage /> },
      { path: '*', element: <NotHere /> },
    ],
  },
]);

export function App() {
  const chosen = useDesk((state) => state.theme);
  const prefersDark = useMediaQuery('(prefers-color-scheme: dark)');
  const name = chosen ?? (prefersDark ? 'dark' : 'light');
  const theme = useMemo(() => themeOf(name), [name]);
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <QueryClientProvider client={queries}>
        <Suspense fallback={null}>
          <RouterProvider router={router} />
        </Suspense>
      </QueryClientProvider>
    </ThemeProvider>
  );
}
