/** Terms of the client that stand on both sides of a pair, marked alike: the same small number on either side. */
import { styled } from '@mui/material/styles';
import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { termMarks } from '../../api/queries.js';
import type { TermMarks } from '../../api/types.js';
import type { Sheet } from './pairs.js';
import { SANS } from '../../ui/typefaces.js';

export interface CommonTerm {
  readonly from: number;
  readonly to: number;
  /** Counted from 1 in each pair. */
  readonly number: number;
}

/** By segment. */
export interface CommonTerms {
  readonly source: ReadonlyMap<number, readonly CommonTerm[]>;
  readonly target: ReadonlyMap<number, readonly CommonTerm[]>;
}

const NONE: CommonTerms = { source: new Map(), target: new Map() };

export function useCommonTerms(alignmentId: number, sheet: Sheet, numbers: readonly number[]): CommonTerms {
  const sources = numbers.flatMap((number) => range(sheet.beads[number]![0], sheet.beads[number]![1]));
  const targets = numbers.flatMap((number) => range(sheet.beads[number]![2], sheet.beads[number]![3]));
  const { data } = useQuery(
    termMarks(
      alignmentId,
      sources.map((at) => sheet.source[at]!),
      targets.map((at) => sheet.target[at]!),
    ),
  );
  return data ? commonTerms(sheet, numbers, sources, targets, data) : NONE;
}

const range = (from: number, to: number): number[] => Array.from({ length: to - from }, (_, k) => from + k);

export function commonTerms(
  sheet: Sheet,
  numbers: readonly number[],
  sources: readonly number[],
  targets: readonly number[],
  marks: TermMarks,
): CommonTerms {
  const left = new Map(sources.map((at, k) => [at, marks.source[k] ?? []]));
  const right = new Map(targets.map((at, k) => [at, marks.target[k] ?? []]));
  const found = { source: new Map<number, CommonTerm[]>(), target: new Map<number, CommonTerm[]>() };
  for (const number of numbers) {
    const [i, iEnd, j, jEnd] = sheet.beads[number]!;
    const here = range(i, iEnd).flatMap((at) => left.get(at) ?? []);
    const there = new Set(range(j, jEnd).flatMap((at) => (right.get(at) ?? []).map(([, , concept]) => concept)));
    const known = new Map<number, number>();
    for (const [, , concept] of here) if (there.has(concept) && !known.has(concept)) known.set(concept, known.size + 1);
    const mark = (all: typeof left, into: Map<number, CommonTerm[]>, from: number, to: number): void => {
      for (const at of range(from, to)) {
        const own = (all.get(at) ?? []).flatMap(([start, end, concept]) => {
          const alike = known.get(concept);
          return alike === undefined ? [] : [{ from: start, to: end, number: alike }];
        });
        if (own.length > 0) into.set(at, own);
      }
    };
    mark(left, found.source, i, iEnd);
    mark(right, found.target, j, jEnd);
  }
  return found;
}

/** The number is drawn, not written, so that it is not selected with the text. */
const Term = styled('span')(({ theme }) => ({
  textDecoration: 'underline dotted',
  textDecorationColor: theme.inks.petrol,
  textDecorationThickness: 2,
  textUnderlineOffset: 4,
  '&::after': {
    content: 'attr(data-number)',
    fontFamily: SANS,
    fontSize: 10,
    lineHeight: 0,
    verticalAlign: 'super',
    color: theme.inks.petrol,
    paddingInlineStart: 1,
  },
}));

export function withMarks(text: string, terms: readonly CommonTerm[] | undefined): ReactNode {
  if (!terms) return text;
  const nodes: ReactNode[] = [];
  let at = 0;
  for (const { from, to, number } of [...terms].sort((a, b) => a.from - b.from)) {
    if (from < at) continue;
    nodes.push(
      text.slice(at, from),
      <Term key={from} data-number={number}>
        {text.slice(from, to)}
      </Term>,
    );
    at = to;
  }
  return [...nodes, text.slice(at)];
}
