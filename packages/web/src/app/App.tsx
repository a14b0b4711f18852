import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import useMediaQuery from '@mui/material/useMediaQuery';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense, useMemo } from 'react';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { ApiFailure } from '../api/http.js';
import { useDesk } from '../ui/desk-store.js';
import { Broken } from './Broken.js';
import { Frame } from './Frame.js';
import { NotHere } from './NotHere.js';
import { STAGES } from './stages.js';
import { themeOf } from './theme.js';

/** Pages and dialogs come when they are needed first, and the rest as soon as the page is at leisure: the server may go away. */
const pages = STAGES.flatMap((stage) => stage.pages).map(({ path, load }) => ({
  path,
  load,
  Page: lazy(async () => ({ default: await load() })),
}));
const dialogs = [
  () => import('../ui/AskFirst.js'),
  () => import('../ui/NameForm.js'),
  () => import('./EraseClient.js'),
  () => import('./Help.js'),
];
window.setTimeout(() => {
  for (const load of [...pages.map((page) => page.load), ...dialogs]) void load().catch(() => undefined);
}, 500);

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
      ...pages.map(({ path, Page }) => ({ path, element: <Page /> })),
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
