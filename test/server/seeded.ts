/** A workspace with some of everything: clients, termbases, memories, files on the desk, alignments, findings, history. */
import { GLOSSARY, unitsWritten, type Application } from './application.js';

/** Numbers that termbases, memories, files, alignments, concepts and units have afterwards, among others. */
export const SEEDED = ['1', '2', '3'] as const;

const tu = (english: string, german: string): string =>
  `<tu><prop type="x-part">rules</prop><tuv xml:lang="en"><seg>${english}</seg></tuv><tuv xml:lang="de"><seg>${german}</seg></tuv></tu>`;

const TMX = `<tmx version="1.4"><header/><body>${[
  tu('The gate is open.', 'Das Tor ist offen.'),
  tu('The gate is open.', 'Das Tor  steht offen'),
  tu('Press <ph>{0}</ph> (now', 'Drücken Sie <ph>{0}</ph>'),
  tu('Wait 5 minutes.', 'Warten Sie 5 Minuten.'),
].join('\n')}</body></tmx>`;

const RULES = 'The weir is closed.\nBoats wait at post 12.\nFees are paid in the office.\n';
const REGELN = 'Das Wehr ist gesperrt.\nBoote warten an Pfosten 12.\nGebühren werden im Büro bezahlt.\n';

export async function seed(server: Application): Promise<void> {
  const client = await server.client();
  await server.client('Alder & Voss Kilns');
  const jobOf = async (path: string, body?: object): Promise<Awaited<ReturnType<Application['ended']>>> =>
    server.ended((await server.ask<{ id: number }>('POST', path, body)).id);
  for (const n of SEEDED) {
    const glossary = await server.takeIn(client, `glossary ${n}.txt`, GLOSSARY);
    await server.file(glossary.fileId);
    const { termbaseId } = (await server.write(glossary.fileId, { newName: `Terms ${n}` })).result as {
      termbaseId: number;
    };
    await jobOf(`/termbases/${termbaseId}/inspection`);
    const { fileId } = await server.takeIn(client, `rules ${n}.tmx`, TMX);
    const { memoryId } = unitsWritten(await jobOf(`/intake/files/${fileId}/write-units`, { newName: `Rules ${n}` }));
    await jobOf(`/memories/${memoryId}/inspection`);
    // One of each kind stays on the desk, unwritten.
    await server.file((await server.takeIn(client, `more ${n}.txt`, GLOSSARY)).fileId);
    await server.takeIn(client, `more ${n}.tmx`, TMX);
    const kept = async (name: string, text: string): Promise<object> => ({
      name,
      sha256: (await server.ask<{ sha256: string }>('POST', '/alignments/files', Buffer.from(text))).sha256,
    });
    const source = await kept('rules.txt', RULES);
    const target = await kept('regeln.txt', `${REGELN}${n}\n`);
    const { jobId } = await server.ask<{ jobId: number }>('POST', '/alignments', { clientId: client, source, target });
    await server.ended(jobId);
  }
}
