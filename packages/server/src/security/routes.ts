import { sessionContract } from '@fair-copy/api/session.js';
import { serve, type Api } from '../serve.js';
import type { Security } from './guard.js';

export function sessionRoutes(api: Api, { passphrase }: Security): void {
  serve(api, sessionContract, 'GET /session', async () => ({ passphrase: passphrase !== undefined }));
}
