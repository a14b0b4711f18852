/** How Node loads our sources: our packages are found in their `src`, and TypeScript becomes JavaScript as in the tests. */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = new URL('../../', import.meta.url);
const CACHE = fileURLToPath(new URL('node_modules/.cache/fair-copy/', ROOT));
const OPTIONS = {
  jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
  module: { type: 'es6' },
};

export function resolve(specifier, context, next) {
  const ours = /^@fair-copy\/([a-z]+)\/(.*)\.js$/.exec(specifier);
  if (ours) return next(new URL(`packages/${ours[1]}/src/${ours[2]}.ts`, ROOT).href, context);
  if (/^\.{1,2}\/.*\.js$/.test(specifier) && context.parentURL?.endsWith('.ts')) {
    const source = new URL(specifier.replace(/\.js$/, '.ts'), context.parentURL);
    if (existsSync(source)) return next(source.href, context);
  }
  return next(specifier, context);
}

export async function load(url, context, next) {
  if (!url.endsWith('.ts')) return next(url, context);
  const path = fileURLToPath(url);
  return { format: 'module', source: await transformed(path, readFileSync(path, 'utf8')), shortCircuit: true };
}

async function transformed(path, source) {
  const kept = join(CACHE, createHash('sha256').update(path).update('\0').update(source).digest('hex'));
  if (existsSync(kept)) return readFileSync(kept, 'utf8');
  // Loaded only where a source is new: every thread of every test would wait for it.
  const { transform } = await import('@swc/core');
  const { code } = await transform(source, { ...OPTIONS, filename: path });
  mkdirSync(CACHE, { recursive: true });
  // Several threads may do the same at once.
  const own = `${kept}.${process.pid}.${Math.random().toString(36).slice(2)}`;
  writeFileSync(own, code);
  renameSync(own, kept);
  return code;
}
