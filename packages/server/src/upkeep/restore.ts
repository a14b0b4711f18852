/** A backup back into a folder: checked before anything is put there, and there as a whole or not at all. */
import { createHash } from 'node:crypto';
import { createWriteStream, existsSync, mkdirSync, readdirSync, renameSync, rmdirSync, rmSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { z } from 'zod';
import { ZipArchive } from '@fair-copy/files/archive.js';
import type { Manifest } from './backup.js';

/** A member may be as large as a memory can grow. */
const LIMITS = { member: 200 * 1024 ** 3, total: 1000 * 1024 ** 3, members: 1_000_000 };

const manifest = z.object({
  format: z.literal('fair-copy backup'),
  form: z.literal(1),
  version: z.string(),
  at: z.string(),
  files: z.array(z.object({ name: z.string(), size: z.number(), sha256: z.string() })),
  damaged: z.array(z.string()),
});

/** Throws an `Error` in words for people. @param folder must not be there, or be empty */
export async function restoreBackup(zip: string, folder: string, say: (share: number) => void): Promise<Manifest> {
  if (existsSync(folder) && readdirSync(folder).length > 0)
    throw new Error(`${folder} is not empty. A backup goes to a folder of its own; nothing is written over.`);
  const archive = await ZipArchive.open(zip, LIMITS);
  const part = `${resolve(folder)}.restoring-${process.pid}`;
  try {
    const said = await manifestOf(archive, zip);
    rmSync(part, { recursive: true, force: true });
    mkdirSync(part, { recursive: true });
    for (const [i, file] of said.files.entries()) {
      say(i / said.files.length);
      await unpack(archive, file, part);
    }
    if (existsSync(folder)) rmdirSync(folder);
    else mkdirSync(dirname(resolve(folder)), { recursive: true });
    renameSync(part, folder);
    return said;
  } finally {
    archive.close();
    rmSync(part, { recursive: true, force: true });
  }
}

async function manifestOf(archive: ZipArchive, zip: string): Promise<Manifest> {
  if (!archive.names.includes('manifest.json'))
    throw new Error(`${zip} is no backup of Fair Copy: it has no manifest.json.`);
  let text = '';
  for await (const chunk of archive.read('manifest.json')) text += Buffer.from(chunk).toString('utf8');
  const said = manifest.safeParse(JSON.parse(text));
  if (!said.success) throw new Error(`${zip} is a backup of another form than this version of Fair Copy knows.`);
  return said.data;
}

/** Only what a backup has: nothing else is written anywhere. */
const NAME = /^(workspace\.db|desk\.db|memories\/[\w.-]+\.db|originals\/[0-9a-f]{2}\/[0-9a-f]{64})$/;

async function unpack(archive: ZipArchive, file: Manifest['files'][number], part: string): Promise<void> {
  if (!NAME.test(file.name)) throw new Error(`The backup names a file that has no place here: ${file.name}.`);
  const path = join(part, file.name);
  mkdirSync(dirname(path), { recursive: true });
  const hash = createHash('sha256');
  const read = archive.read(file.name);
  await pipeline(async function* () {
    for await (const chunk of read) {
      hash.update(chunk);
      yield chunk;
    }
  }, createWriteStream(path));
  if (hash.digest('hex') !== file.sha256)
    throw new Error(`${file.name} is damaged in the backup. Nothing was restored.`);
}
