/** Fills an empty workspace with the scenario, by the same calls that the pages make. */
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { caller } from '../scripts/api.mjs';
import { DOCUMENT_PAIRS, REHEARSALS } from './make-documents.mjs';
import { FILES, makeFiles } from './make-files.mjs';

/** @param address where the server listens @param folder where the client files are made */
export async function fillWorkspace(address, folder) {
  await makeFiles(folder);
  const api = caller(address);
  const clients = new Map();
  for (const { client, name, member, termbase, memory } of FILES) {
    if (!clients.has(client)) clients.set(client, (await api('POST', '/clients', { name: client })).id);
    const clientId = clients.get(client);
    const query = `client=${clientId}&name=${encodeURIComponent(name)}`;
    const { fileId, jobId } = await api('POST', `/intake/files?${query}`, await readFile(join(folder, name)));
    await ended(api, jobId);
    if (memory) await takeUnits(api, fileId, memory);
    if (termbase) await take(api, member ? await unpacked(api, clientId, member) : fileId, termbase);
  }
  for (const { client, source, target } of DOCUMENT_PAIRS) {
    const kept = async (name) => ({
      name,
      ...(await api('POST', '/alignments/files', await readFile(join(folder, name)))),
    });
    const { jobId } = await api('POST', '/alignments', {
      clientId: clients.get(client),
      source: await kept(source),
      target: await kept(target),
    });
    await ended(api, jobId);
  }
  for (const { client, documents, ...pair } of REHEARSALS) {
    const files = [];
    for (const name of documents)
      files.push({ name, ...(await api('POST', '/alignments/files', await readFile(join(folder, name)))) });
    await rehearse(api, clients.get(client), files, pair);
  }
}

/** A kit of all that has both languages, as the page proposes it, tried on documents. */
async function rehearse(api, clientId, documents, { kit: name, source, target, perWord }) {
  const { id } = await api('POST', '/kits', { clientId, name, source, target });
  const { plan, resources } = await api('GET', `/rehearsals/${id}`);
  const fitting = (kind) => resources.filter((one) => one.kind === kind && one.fit !== 'none').map((one) => one.id);
  const [memories, termbases] = [fitting('memory').map((memory) => ({ id: memory, off: 0 })), fitting('termbase')];
  const files = documents.map(({ sha256, name: file }) => ({ sha256, name: file }));
  const writes = { writesMemory: memories[0]?.id ?? null, writesTermbase: termbases[0] ?? null };
  const rates = { ...plan.rates, perWord };
  await api('PUT', `/rehearsals/${id}`, { ...plan, documents: files, rates, memories, termbases, ...writes });
  await ended(api, (await api('POST', `/rehearsals/${id}/run`)).id);
}

/** The file that came out of an archive, once it is read. */
async function unpacked(api, clientId, name) {
  for (;;) {
    const file = (await api('GET', `/intake/files?client=${clientId}`)).find((f) => f.name === name);
    if (file?.state === 'ready' && file.outcome) return file.id;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

async function take(api, fileId, newName) {
  await ended(api, (await api('POST', `/intake/files/${fileId}/write`, { newName })).id);
  const { written } = await api('GET', `/intake/files/${fileId}`);
  await ended(api, (await api('POST', `/termbases/${written.termbaseId}/inspection`)).id);
}

async function takeUnits(api, fileId, newName) {
  const { result } = await ended(api, (await api('POST', `/intake/files/${fileId}/write-units`, { newName })).id);
  await ended(api, (await api('POST', `/memories/${result.files[0].written.memoryId}/inspection`)).id);
}

async function ended(api, jobId) {
  for (;;) {
    const job = await api('GET', `/jobs/${jobId}`);
    if (job.state !== 'running') return job;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}
