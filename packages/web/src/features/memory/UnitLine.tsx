import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import { CODE } from '@fair-copy/core/text/inline-codes.js';
import type { MemoryBody, UnitBody, UnitFilter } from '../../api/types.js';
import { CodedText, type Span } from '../../ui/CodedText.js';
import { number } from '../../ui/format.js';
import { keepSelected } from '../../parts/term-pair-store.js';
import { VariantEditor } from '../../parts/VariantEditor.js';
import { memoryTexts } from './messages.js';
import { chosenLine } from '../../ui/chosen-line.js';

const t = memoryTexts;

interface Props {
  readonly memory: MemoryBody;
  readonly unit: UnitBody | undefined;
  readonly ordinal: number;
  readonly columns: readonly string[];
  readonly template: string;
  readonly filter: UnitFilter;
  readonly chosen: boolean;
  /** The column that is being edited. */
  readonly editing: number | null;
  readonly marked: boolean;
  readonly onMark: (id: number) => void;
  readonly onEdit: (column: number | null) => void;
  readonly onChoose: () => void;
}

export function UnitLine({
  memory,
  unit,
  ordinal,
  columns,
  template,
  filter,
  chosen,
  editing,
  marked,
  onMark,
  onEdit,
  onChoose,
}: Props) {
  return (
    <Box
      role="row"
      {...chosenLine(chosen)}
      onClick={onChoose}
      sx={(theme) => ({
        display: 'grid',
        gridTemplateColumns: template,
        alignItems: 'start',
        px: 1,
        py: '7px',
        minHeight: 39,
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: chosen ? theme.inks.tint : theme.inks.sheet,
        boxShadow: chosen ? `inset 3px 0 ${theme.inks.petrol}` : undefined,
      })}
    >
      <Box role="cell" sx={{ color: 'text.secondary', fontSize: 12, lineHeight: '24px', textAlign: 'end', pr: 1 }}>
        {number(ordinal)}
      </Box>
      {columns.map((tag, column) => (
        <Box
          role="cell"
          key={tag}
          sx={{ px: 1, minWidth: 0 }}
          onDoubleClick={() => onEdit(column)}
          onMouseUp={() => editing === null && keepSelected(tag)}
        >
          {unit && editing === column ? (
            <VariantEditor
              memoryId={memory.id}
              unit={unit}
              language={tag}
              onClose={() => onEdit(null)}
              onNext={() => onEdit(column + 1 < columns.length ? column + 1 : null)}
            />
          ) : (
            unit && <Variants unit={unit} language={tag} filter={filter} />
          )}
        </Box>
      ))}
      <Box role="cell">
        {unit && (
          <Checkbox
            size="small"
            checked={marked}
            onChange={() => onMark(unit.id)}
            sx={{ p: 0.5, opacity: marked ? 1 : 0.45, '&:hover, &:focus-within': { opacity: 1 } }}
            slotProps={{ input: { 'aria-label': t.mark(ordinal) } }}
          />
        )}
      </Box>
    </Box>
  );
}

/** All variants of a language, one under another. */
function Variants({
  unit,
  language,
  filter,
}: {
  readonly unit: UnitBody;
  readonly language: string;
  readonly filter: UnitFilter;
}) {
  const own = unit.variants.filter((variant) => variant.language === language);
  if (own.length === 0) return <Box sx={{ color: 'text.secondary', fontSize: 13, lineHeight: '24px' }}>{t.noText}</Box>;
  return (
    <>
      {own.map((variant, i) => (
        <Box key={i} sx={i > 0 ? { borderTop: '1px dotted', borderColor: 'divider', mt: 0.5, pt: 0.5 } : undefined}>
          <CodedText
            language={language}
            text={variant.text}
            codes={variant.codes}
            marks={variant.text.includes(CODE) ? [] : found(variant.text, language, filter)}
          />
        </Box>
      ))}
    </>
  );
}

/** Where the text of the filter stands. */
function found(text: string, language: string, { text: wanted, mode, not, language: where }: UnitFilter): Span[] {
  if (!wanted || not || (where && language !== where && !language.startsWith(`${where}-`))) return [];
  try {
    const source =
      mode === 'pattern'
        ? wanted
        : wanted
            .trim()
            .replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
            .replace(/\s+/g, '\\s+');
    const spans: Span[] = [];
    for (const hit of text.matchAll(new RegExp(source, 'giu'))) {
      if (hit[0] === '' || spans.length > 20) break;
      spans.push([hit.index, hit.index + hit[0].length]);
    }
    return spans;
  } catch {
    return [];
  }
}
