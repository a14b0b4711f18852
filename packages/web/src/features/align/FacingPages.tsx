import Box from '@mui/material/Box';
import { useTheme } from '@mui/material/styles';
import { memo, useLayoutEffect, useRef, useState } from 'react';
import type { AlignmentBody } from '../../api/types.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { keepSelected } from '../../parts/term-pair-store.js';
import { useCommonTerms, withMarks } from './common-terms.js';
import { pairSays } from './pair-says.js';
import { hasBothSides, isDoubtful, isDoubtfulCut, isMoved, isPinned, type Sheet, type SideName } from './pairs.js';
import type { MovedSection } from './moved-sections.js';
import { SegmentEditor, type SegmentEditorActs } from './SegmentEditor.js';
import { alignTexts } from './messages.js';
import { chosenLine } from '../../ui/chosen-line.js';

const GUTTER = 64;

/** The segment that is open for correction. */
export interface Editing {
  readonly side: SideName;
  readonly at: number;
}

interface Props {
  readonly alignment: Pick<AlignmentBody, 'id' | 'source' | 'target'>;
  readonly sheet: Sheet;
  /** Numbers of the pairs that stand on this piece of the sheet. */
  readonly numbers: readonly number[];
  /** Sections that stand elsewhere in the translation, by the number of their first pair. */
  readonly sections: ReadonlyMap<number, MovedSection>;
  /** Null: none of this piece. */
  readonly selected: number | null;
  readonly onSelect: (number: number) => void;
  readonly editing: Editing | null;
  readonly onEdit: (segment: Editing | null) => void;
  readonly editor: SegmentEditorActs;
}

interface Edge {
  readonly top: number;
  readonly bottom: number;
}

/** A piece of both texts as running text on facing pages; bands join what belongs together. */
export const FacingPages = memo(function FacingPages(props: Props) {
  const { alignment, sheet, numbers, sections, selected, onSelect, editing, onEdit, editor } = props;
  const pairs = sheet.beads;
  const marks = useCommonTerms(alignment.id, sheet, numbers);
  const box = useRef<HTMLDivElement>(null);
  const [edges, setEdges] = useState<readonly (readonly [Edge, Edge])[]>([]);
  const [height, setHeight] = useState(0);
  useLayoutEffect(() => {
    const measure = (): void => {
      const element = box.current;
      if (!element) return;
      const side = (name: string): Edge[] =>
        [...element.querySelectorAll<HTMLElement>(`[data-side=${name}]`)].map(({ offsetTop, offsetHeight }) => ({
          top: offsetTop,
          bottom: offsetTop + offsetHeight,
        }));
      const [left, right] = [side('source'), side('target')];
      setEdges(left.map((edge, k) => [edge, right[k]!] as const));
      setHeight(Math.max(...pagesOf(element).map((column) => column.offsetHeight)));
    };
    measure();
    const observer = new ResizeObserver(measure);
    // Each page by itself: fonts that arrive late may change one and leave the taller one as it is.
    for (const column of pagesOf(box.current!)) observer.observe(column);
    return () => observer.disconnect();
  }, [sheet, numbers, editing]);
  const textsOf = (pair: Sheet['beads'][number]): string =>
    `${sheet.source.slice(pair[0], pair[1]).join(' ')} – ${sheet.target.slice(pair[2], pair[3]).join(' ')}`;
  const page = (name: 'source' | 'target') => {
    const from = name === 'source' ? 0 : 2;
    const { language } = alignment[name];
    return (
      <Box
        data-page
        sx={{
          minWidth: 0,
          // A row for each pair, the same on both pages: its passages begin level.
          display: 'grid',
          gridTemplateRows: 'subgrid',
          gridRow: `1 / span ${numbers.length}`,
          gridColumn: name === 'source' ? 1 : 3,
        }}
        onMouseUp={() => language && !editing && keepSelected(language)}
      >
        {numbers.map((number) => {
          const pair = pairs[number]!;
          const texts = sheet[name].slice(pair[from], pair[from + 1]!);
          const section = sections.get(number);
          return (
            <Box
              key={number}
              data-side={name}
              data-pair={name === 'source' ? number : undefined}
              onClick={() => onSelect(number)}
              sx={(theme) => ({
                px: 2,
                py: texts.length > 0 ? 0.5 : 0,
                minHeight: texts.length > 0 ? undefined : 3,
                cursor: 'default',
                bgcolor: number === selected ? theme.inks.tint : undefined,
              })}
            >
              {section && <SectionHead side={name} section={section} />}
              {texts.map((text, k) => {
                const at = pair[from]! + k;
                if (editing?.side === name && editing.at === at)
                  return <SegmentEditor key={k} language={language} side={name} at={at} text={text} acts={editor} />;
                return (
                  <span key={k} onDoubleClick={() => onEdit({ side: name, at })}>
                    {k > 0 && <Seam />}
                    <LanguageText language={language}>{withMarks(text, marks[name].get(at))}</LanguageText>
                  </span>
                );
              })}
            </Box>
          );
        })}
      </Box>
    );
  };
  return (
    <Box
      ref={box}
      sx={{
        position: 'relative',
        display: 'grid',
        gridTemplateColumns: `minmax(0, 1fr) ${GUTTER}px minmax(0, 1fr)`,
        gridTemplateRows: `repeat(${numbers.length}, auto)`,
      }}
    >
      {page('source')}
      <Box sx={{ position: 'relative', gridColumn: 2, gridRow: `1 / span ${numbers.length}` }}>
        <Bands {...{ pairs, numbers, edges, height, selected, onSelect, textsOf }} />
      </Box>
      {page('target')}
    </Box>
  );
}, isShownAlike);

/** A change elsewhere in the text leaves a piece as it is. */
function isShownAlike(before: Props, after: Props): boolean {
  const others = ['alignment', 'selected', 'onSelect', 'editing', 'onEdit', 'editor'] as const;
  if (others.some((name) => before[name] !== after[name]) || before.numbers.length !== after.numbers.length)
    return false;
  const [old, young] = [before.sheet, after.sheet];
  return (
    old.source === young.source &&
    old.target === young.target &&
    after.numbers.every(
      (number, k) =>
        number === before.numbers[k] &&
        old.beads[number] === young.beads[number] &&
        isSameSection(before.sections.get(number), after.sections.get(number)),
    )
  );
}

const isSameSection = (before: MovedSection | undefined, after: MovedSection | undefined): boolean =>
  before === after || (before?.pairs === after?.pairs && before?.from === after?.from && before?.to === after?.to);

/** Above a section that stands elsewhere in the translation: on both pages, so that its first passages begin level. */
function SectionHead({ side, section }: { readonly side: SideName; readonly section: MovedSection }) {
  return (
    <Box
      sx={{
        fontSize: 13,
        color: 'text.secondary',
        whiteSpace: 'nowrap',
        overflow: 'hidden',
        textOverflow: 'ellipsis',
        borderTop: 1,
        borderColor: 'divider',
        pt: 0.5,
      }}
    >
      <span aria-hidden>⇅ </span>
      {side === 'source' ? alignTexts.movedSection(section.pairs) : alignTexts.movedTo(section.from + 1, section.to)}
    </Box>
  );
}

const pagesOf = (element: HTMLElement): HTMLElement[] => [...element.querySelectorAll<HTMLElement>('[data-page]')];

/** Where two segments of one passage meet. */
function Seam() {
  return (
    <Box component="span" aria-hidden sx={{ color: 'text.secondary', px: 0.75, fontSize: 12 }}>
      ┊
    </Box>
  );
}

interface BandsProps extends Pick<Props, 'numbers' | 'selected' | 'onSelect'> {
  readonly pairs: Sheet['beads'];
  readonly edges: readonly (readonly [Edge, Edge])[];
  readonly height: number;
  /** Both sides of a pair, for who does not see where it stands. */
  readonly textsOf: (pair: Sheet['beads'][number]) => string;
}

function Bands({ pairs, numbers, edges, height, selected, onSelect, textsOf }: BandsProps) {
  const { inks } = useTheme();
  return (
    <svg
      width={GUTTER}
      height={height}
      style={{ position: 'absolute', top: 0, left: 0 }}
      role="list"
      aria-label={alignTexts.bands}
    >
      {numbers.map((number, k) => {
        const edge = edges[k];
        const pair = pairs[number]!;
        if (!edge?.[1]) return null;
        const [left, right] = edge;
        const middle = GUTTER / 2;
        // A passage without counterpart ends in a point.
        const outline = hasBothSides(pair)
          ? `M0 ${left.top} L${GUTTER} ${right.top} L${GUTTER} ${right.bottom} L0 ${left.bottom} Z`
          : pair[0] < pair[1]
            ? `M0 ${left.top} L${middle - 6} ${(left.top + left.bottom) / 2} L0 ${left.bottom} Z`
            : `M${GUTTER} ${right.top} L${middle + 6} ${(right.top + right.bottom) / 2} L${GUTTER} ${right.bottom} Z`;
        const doubtful = isDoubtful(pair);
        const y = hasBothSides(pair) ? (left.bottom + right.bottom) / 2 : null;
        return (
          <g
            key={number}
            role="listitem"
            {...chosenLine(number === selected)}
            aria-description={number === selected ? textsOf(pair) : undefined}
            aria-label={pairSays(number + 1, pair)}
            onClick={() => onSelect(number)}
          >
            <path
              d={outline}
              fill={number === selected ? inks.petrol : number % 2 ? inks.hairline : inks.tint}
              fillOpacity={number === selected ? 0.35 : 0.8}
            />
            {y !== null && (
              <path
                d={`M0 ${left.bottom} L${GUTTER} ${right.bottom}`}
                stroke={doubtful ? inks.doubt : isPinned(pair) ? inks.petrol : inks.quiet}
                strokeWidth={doubtful || isPinned(pair) ? 2 : 0.75}
                strokeDasharray={isDoubtfulCut(pair) ? '2 4' : doubtful ? '5 4' : undefined}
                fill="none"
              />
            )}
            {isPinned(pair) && (
              <circle
                cx={middle}
                cy={y ?? (pair[0] < pair[1] ? (left.top + left.bottom) / 2 : (right.top + right.bottom) / 2)}
                r={4}
                fill={inks.petrol}
              />
            )}
            {isMoved(pair) && y !== null && (
              <text x={middle} y={y - 4} textAnchor="middle" fontSize={13} fill={inks.ink}>
                ⇅
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
