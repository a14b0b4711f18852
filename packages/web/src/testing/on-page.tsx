/** For tests of components: a page with theme and router, and a server that answers what the test says. */
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, type RenderResult } from '@testing-library/react';
import { userEvent, type UserEvent } from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { themeOf } from '../app/theme.js';

export interface Asked {
  /** "PATCH /api/memories/1". */
  readonly what: string;
  readonly body: unknown;
}

type Answer = (asked: Asked) => { readonly status?: number; readonly body: unknown };

/** Puts a server of the test in the place of the network. @returns what was asked, in its order */
export function answering(answer: Answer): Asked[] {
  const all: Asked[] = [];
  globalThis.fetch = (async (address: string | URL | Request, init: RequestInit = {}) => {
    const asked = {
      what: `${init.method ?? 'GET'} ${String(address)}`,
      body: typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : null,
    };
    all.push(asked);
    const { status = 200, body } = answer(asked);
    const text = JSON.stringify(body);
    return {
      ok: status < 400,
      status,
      headers: new Headers({ 'content-type': 'application/json' }),
      json: async () => JSON.parse(text) as unknown,
      text: async () => text,
    };
  }) as unknown as typeof fetch;
  return all;
}

export function onPage(
  children: ReactNode,
): RenderResult & { readonly queries: QueryClient; readonly user: UserEvent } {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const shown = render(
    <ThemeProvider theme={themeOf('light')}>
      <QueryClientProvider client={queries}>
        <MemoryRouter>{children}</MemoryRouter>
      </QueryClientProvider>
    </ThemeProvider>,
  );
  return { ...shown, queries, user: userEvent.setup() };
}
