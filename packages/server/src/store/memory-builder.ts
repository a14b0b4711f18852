/**
 * A new memory, built beside: one thread reads its units and takes them apart, another writes them and gathers their
 * words. Units go over in batches of columns, which costs a tenth of sending them as they are. This module is both ends
 * of it. What is said again and again (authors, dates, properties) goes over once.
 */
import { once } from 'node:events';
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { THREAD_OPTIONS, threadFile } from '@fair-copy/files/threads.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { ownCopy } from '@fair-copy/core/text/own-copy.js';
import { putInPlace, removeDatabase } from './files.js';
import { ManyRows } from './many-rows.js';
import { MemoryFile } from './memory-file.js';
import {
  eachFact,
  factText,
  moreOf,
  SEGMENT,
  UNIT,
  unitColumns,
  type FactKind,
  type UnitPlace,
} from './unit-columns.js';

/** Units of a batch. */
const BATCH = 2000;
/** Batches on their way: enough to keep the thread busy, few enough to keep memory flat. */
const AHEAD = 12;
/**
 * Numbers of a unit: place, length, codes, key, before, after, as in its row; when it was changed and by whom, as numbers
 * of repeated texts; how many variants, how many facts; its origin, by number.
 */
const WIDTH = 11;
/** Repeated texts that are known at a time. */
const REPEATED = 200_000;
const ROLE = 'memory builder';
/** Megabytes of the thread for what is young (V8's young generation): a few batches. */
const YOUNG = 32;

interface Batch {
  readonly count: number;
  /** `WIDTH` for each unit; a neighbour that is not there is NaN. */
  readonly numbers: Float64Array;
  /** Of each unit. */
  readonly said: readonly (string | null)[];
  /** Of each variant. */
  readonly languages: readonly number[];
  readonly texts: readonly string[];
  readonly more: readonly (string | null)[];
  /** As numbers of repeated texts. */
  readonly facts: readonly number[];
  /** Repeated texts from a number on: those before stay what they were. */
  readonly repeated: { readonly from: number; readonly texts: readonly string[] };
  /** Languages and origins that were not there before, in the order of their numbers. */
  readonly tags: readonly LanguageTag[];
  readonly origins: readonly string[];
}

interface Setting {
  readonly role: typeof ROLE;
  readonly path: string;
  readonly origin: string;
  readonly at: string;
}

type Request =
  | { readonly kind: 'batch'; readonly batch: Batch }
  | { readonly kind: 'end'; readonly about: Readonly<Record<string, string>> };
type Reply =
  | { readonly kind: 'taken' }
  | { readonly kind: 'done' }
  | { readonly kind: 'failed'; readonly why: string; readonly code: string | undefined };

let buildings = 0;

export class MemoryBuilder {
  count = 0;
  private readonly worker: Worker;
  private readonly tags = new Map<LanguageTag, number>();
  private readonly origins: Map<string, number>;
  private readonly repeated = new Repeated();
  private batch = new Columns(this.repeated);
  private ahead = 0;
  private failure: Error | null = null;
  private isDone = false;
  private readonly building: string;

  /** @param origin what the units come from, where nothing else is said of them */
  constructor(
    private readonly path: string,
    private readonly origin: string,
  ) {
    this.origins = new Map([[origin, 0]]);
    mkdirSync(dirname(path), { recursive: true });
    // Two that build for the same place do not meet: the one that ends last stays.
    this.building = `${path}.${process.pid}-${++buildings}.part`;
    const setting: Setting = { role: ROLE, path: this.building, origin, at: new Date().toISOString() };
    this.worker = new Worker(threadFile(import.meta.url, './memory-builder'), {
      ...THREAD_OPTIONS,
      workerData: setting,
      resourceLimits: { maxYoungGenerationSizeMb: YOUNG },
    });
    this.worker.on('message', (reply: Reply) => {
      if (reply.kind === 'taken') this.ahead--;
      else if (reply.kind === 'done') this.isDone = true;
      else this.failure = Object.assign(new Error(reply.why), { code: reply.code });
    });
    this.worker.on('error', (error) => (this.failure = error));
  }

  /** @returns its number in the file */
  add(unit: Unit, at: UnitPlace, origin = this.origin): number {
    this.batch.add(unit, at, this.tags, this.origins, origin);
    this.count++;
    if (this.batch.count >= BATCH) this.send();
    return this.count;
  }

  /** Lets the other thread catch up where it is far behind. */
  async breathe(): Promise<void> {
    while (this.ahead > AHEAD) await this.next();
  }

  /** Everything is in the file afterwards. */
  async finish(about: Readonly<Record<string, string>>): Promise<void> {
    this.send();
    this.worker.postMessage({ kind: 'end', about } satisfies Request);
    while (!this.isDone) await this.next();
    await this.worker.terminate();
    putInPlace(this.building, this.path, 'built memory');
  }

  /** Nothing is left of it. */
  async abandon(): Promise<void> {
    await this.worker.terminate();
    removeDatabase(this.building);
  }

  private send(): void {
    const { batch } = this;
    this.worker.postMessage({ kind: 'batch', batch: batch.batch() } satisfies Request);
    this.ahead++;
    this.batch = new Columns(this.repeated);
  }

  private async next(): Promise<void> {
    if (this.failure) throw this.failure;
    await once(this.worker, 'message');
    if (this.failure) throw this.failure as Error;
  }
}

/** Texts by numbers; the other thread learns them with the next batch. */
class Repeated {
  private readonly numbers = new Map<string, number>();
  /** Type → value → number. */
  private readonly facts: Readonly<Record<FactKind, Map<string, Map<string, number>>>> = {
    author: new Map(),
    day: new Map(),
    prop: new Map(),
    sample: new Map(),
  };
  private fresh: string[] = [];
  private from = 0;

  numberOf(text: string): number {
    let number = this.numbers.get(text);
    if (number === undefined) {
      const own = ownCopy(text);
      number = this.from + this.fresh.length;
      this.numbers.set(own, number);
      this.fresh.push(own);
    }
    return number;
  }

  /** The text of a fact is put together only where it is new. */
  numberOfFact(kind: FactKind, type: string, value: string): number {
    const types = this.facts[kind];
    let values = types.get(type);
    if (!values) types.set(type, (values = new Map<string, number>()));
    let number = values.get(value);
    if (number === undefined) values.set(ownCopy(value), (number = this.numberOf(factText(kind, type, value))));
    return number;
  }

  /** What is new since the last batch. At too many, numbers begin anew with the next one. */
  take(): Batch['repeated'] {
    const taken = { from: this.from, texts: this.fresh };
    this.from += this.fresh.length;
    this.fresh = [];
    if (this.from > REPEATED) {
      this.numbers.clear();
      for (const types of Object.values(this.facts)) types.clear();
      this.from = 0;
    }
    return taken;
  }
}

class Columns {
  count = 0;
  private readonly numbers = new Float64Array(BATCH * WIDTH);
  private readonly said: (string | null)[] = [];
  private readonly languages: number[] = [];
  private readonly texts: string[] = [];
  private readonly more: (string | null)[] = [];
  private readonly facts: number[] = [];
  private readonly tags: LanguageTag[] = [];
  private readonly origins: string[] = [];

  constructor(private readonly repeated: Repeated) {}

  add(
    unit: Unit,
    { place, before, after }: UnitPlace,
    tags: Map<LanguageTag, number>,
    origins: Map<string, number>,
    origin: string,
  ): void {
    const columns = unitColumns(unit);
    const { said, changed, author, length, codes, key } = columns;
    const { repeated } = this;
    const { variants } = unit;
    this.said.push(said);
    const facts = this.facts.length;
    eachFact(unit, columns, (kind, type, value) => this.facts.push(repeated.numberOfFact(kind, type, value)));
    const { numbers } = this;
    let at = this.count++ * WIDTH;
    numbers[at++] = place;
    numbers[at++] = length;
    numbers[at++] = codes;
    numbers[at++] = key;
    numbers[at++] = before ?? NaN;
    numbers[at++] = after ?? NaN;
    numbers[at++] = repeated.numberOf(changed);
    numbers[at++] = repeated.numberOf(author);
    numbers[at++] = variants.length;
    numbers[at++] = this.facts.length - facts;
    let number = origins.get(origin);
    if (number === undefined) {
      origins.set(origin, (number = origins.size));
      this.origins.push(origin);
    }
    numbers[at] = number;
    for (const variant of variants) {
      let language = tags.get(variant.language);
      if (language === undefined) {
        tags.set(variant.language, (language = tags.size));
        this.tags.push(variant.language);
      }
      this.languages.push(language);
      this.texts.push(variant.text);
      this.more.push(moreOf(variant));
    }
  }

  batch(): Batch {
    const { count, numbers, said, languages, texts, more, facts, tags, origins } = this;
    return { count, numbers, said, languages, texts, more, facts, tags, origins, repeated: this.repeated.take() };
  }
}

/** The other end: batches into the file. */
class Building {
  private readonly file: MemoryFile;
  /** The ids of the origins by their numbers. */
  private readonly origins: number[];
  private readonly repeated: string[] = [];
  private readonly units: ManyRows;
  private readonly segments: ManyRows;
  /** The ids of the languages by their numbers. */
  private readonly languages: number[] = [];
  private last = 0;
  private readonly at: string;

  constructor({ path, origin, at }: Setting) {
    this.at = at;
    this.file = MemoryFile.build(path);
    this.units = new ManyRows(this.file.db, UNIT, 11);
    this.segments = new ManyRows(this.file.db, SEGMENT, 5);
    this.origins = [this.file.addOrigin(origin, at)];
  }

  take({ count, numbers, said, languages, texts, more, facts, tags, origins, repeated }: Batch): void {
    const { write } = this.file;
    this.repeated.length = repeated.from;
    this.repeated.push(...repeated.texts);
    for (const tag of tags) this.languages.push(this.file.languageId(tag));
    for (const name of origins) this.origins.push(this.file.addOrigin(name, this.at));
    let variant = 0;
    let fact = 0;
    for (let i = 0; i < count; i++) {
      const row = i * WIDTH;
      const id = ++this.last;
      this.units.add(
        id,
        said[i]!,
        this.repeated[numbers[row + 6]!]!,
        this.repeated[numbers[row + 7]!]!,
        this.origins[numbers[row + 10]!]!,
        numbers[row]!,
        numbers[row + 1]!,
        numbers[row + 2]!,
        numbers[row + 3]!,
        numberOrNull(numbers[row + 4]!),
        numberOrNull(numbers[row + 5]!),
      );
      const end = variant + numbers[row + 8]!;
      for (let ordinal = 0; variant < end; ordinal++, variant++) {
        const number = languages[variant]!;
        const language = this.languages[number]!;
        const isFirst = languages.indexOf(number, variant - ordinal) === variant;
        this.segments.add(id, ordinal, language, texts[variant]!, more[variant]!);
        write.noteSegment(id, language, texts[variant]!, isFirst);
      }
      for (const last = fact + numbers[row + 9]!; fact < last; fact++)
        this.file.words.addFact(id, this.repeated[facts[fact]!]!);
    }
  }

  end(about: Readonly<Record<string, string>>): void {
    this.units.flush();
    this.segments.flush();
    for (const [name, value] of Object.entries(about)) this.file.setAbout(name, value);
    this.file.finishBuilding();
  }
}

const numberOrNull = (value: number): number | null => (Number.isNaN(value) ? null : value);

if (!isMainThread && (workerData as Setting | null)?.role === ROLE) {
  const port = parentPort!;
  const building = new Building(workerData as Setting);
  const reply = (message: Reply): void => port.postMessage(message);
  port.on('message', (request: Request) => {
    try {
      if (request.kind === 'batch') building.take(request.batch);
      else building.end(request.about);
      reply({ kind: request.kind === 'batch' ? 'taken' : 'done' });
    } catch (error) {
      const { message, code } = error as NodeJS.ErrnoException;
      reply({ kind: 'failed', why: message, code });
    }
  });
}
