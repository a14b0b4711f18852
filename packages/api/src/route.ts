/** What a route of the contract is, and what follows from it for the one that serves it and the one that calls it. */
import type { z } from 'zod';

export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

export interface Route {
  /** For the description of the interface. */
  readonly summary?: string;
  /** The parts of the path that begin with a colon. */
  readonly params?: z.ZodType;
  readonly query?: z.ZodType;
  readonly body?: z.ZodType;
  /** Left out: a file as it is, or a stream of events. */
  readonly answer?: z.ZodType;
  /** Bytes that a body may have; left out: as everywhere. */
  readonly bodyLimit?: number;
}

/** Routes by method and path: "GET /clients/:id". */
export type Routes = Readonly<Record<`${Method} /${string}`, Route>>;

/** Keeps the types of the routes as they are written. */
export function routes<const R extends Routes>(all: R): R {
  return all;
}

type In<S> = S extends z.ZodType ? z.input<S> : undefined;
type Out<S> = S extends z.ZodType ? z.output<S> : undefined;
type Part<R, Name extends string> = R extends Readonly<Record<Name, infer S>> ? S : undefined;

/** As the server gets them, checked, with what was left out filled in. */
export interface Asked<R> {
  readonly params: Out<Part<R, 'params'>>;
  readonly query: Out<Part<R, 'query'>>;
  readonly body: Out<Part<R, 'body'>>;
}

/** What the server answers with. */
export type Answer<R> = In<Part<R, 'answer'>>;

/** What the caller gets. */
export type Answered<R> = Out<Part<R, 'answer'>>;

/** Nothing of what is given is changed. */
type Given<T> = unknown extends T ? T : { readonly [P in keyof T]: Given<T[P]> };
/** What is null is not asked for. */
type OrNull<T> = T extends undefined ? undefined : { readonly [P in keyof T]: Given<T[P]> | null };

type Wanted<Name extends string, S> = [S] extends [undefined]
  ? { readonly [N in Name]?: undefined }
  : object extends S
    ? { readonly [N in Name]?: S }
    : { readonly [N in Name]: S };

/** What the caller has to give: what has no schema is not given, what may be empty may be left out. */
export type Call<R> = R extends unknown
  ? Wanted<'params', In<Part<R, 'params'>>> &
      Wanted<'query', OrNull<In<Part<R, 'query'>>>> &
      Wanted<'body', Given<In<Part<R, 'body'>>>>
  : never;
