/** Serves the routes of the contract: what comes in is checked against it, and what goes out is of its shape. */
import type { Answer, Asked, Method, Route } from '@fair-copy/api/route.js';
import type {
  FastifyBaseLogger,
  FastifyInstance,
  FastifyReply,
  FastifyRequest,
  RawReplyDefaultExpression,
  RawRequestDefaultExpression,
  RawServerDefault,
} from 'fastify';
import type { ZodTypeProvider } from 'fastify-type-provider-zod';

export type Api = FastifyInstance<
  RawServerDefault,
  RawRequestDefaultExpression,
  RawReplyDefaultExpression,
  FastifyBaseLogger,
  ZodTypeProvider
>;

type RequestOf<R> = FastifyRequest<{
  Params: Asked<R>['params'];
  Querystring: Asked<R>['query'];
  Body: Asked<R>['body'] extends undefined ? unknown : Asked<R>['body'];
}>;

/** A route without an answer of its own sends a file, or goes on by itself. */
type Handler<R> = (
  request: RequestOf<R>,
  reply: FastifyReply,
) => R extends { readonly answer: unknown } ? Promise<Answer<R>> : unknown;

export function serve<C extends Readonly<Record<string, Route>>, K extends keyof C & string>(
  api: Api,
  contract: C,
  key: K,
  handler: Handler<C[K]>,
): void {
  const [method, url] = key.split(' ') as [Method, string];
  const { summary, params, query, body, answer, bodyLimit }: Route = contract[key]!;
  api.route({
    method,
    url,
    ...(bodyLimit !== undefined && { bodyLimit }),
    schema: {
      ...(summary !== undefined && { summary }),
      ...(params && { params }),
      ...(query && { querystring: query }),
      ...(body && { body }),
      ...(answer && { response: { 200: answer } }),
    },
    handler: handler as never,
  });
}
