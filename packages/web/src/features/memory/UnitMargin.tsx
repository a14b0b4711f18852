import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { call } from '../../api/http.js';
import { unitDetail } from '../../api/queries.js';
import type { MemoryBody, UnitBody } from '../../api/types.js';
import { CodedText } from '../../ui/CodedText.js';
import { moment } from '../../ui/format.js';
import { languageLabel } from '../../ui/languages.js';
import { TermPair } from '../../parts/TermPair.js';
import { useToast } from '../../ui/toast-store.js';
import { shared } from '../../parts/messages.js';
import { FindingsPart, HistoryPart, MarginPart } from '../../parts/margin.js';
import { memoryTexts } from './messages.js';

const t = memoryTexts;

interface Props {
  readonly memory: MemoryBody;
  readonly unitId: number;
  readonly columns: readonly string[];
}

/** Beside the sheet: what is known of the chosen unit, where it came from, what was done to it. */
export function UnitMargin({ memory, unitId, columns }: Props) {
  const { data: unit } = useQuery(unitDetail(memory.id, unitId));
  const { say, fail } = useToast();
  const goBack = (ledgerId: number): void => {
    call('POST /memories/:id/units/:unit/return', { params: { id: memory.id, unit: unitId }, body: { ledgerId } }).then(
      () => say(t.returned),
      fail,
    );
  };
  return (
    <Box
      component="aside"
      aria-label={t.margin}
      sx={{
        width: { xs: 280, xl: 380 },
        flex: 'none',
        overflow: 'auto',
        borderLeft: 1,
        borderColor: 'divider',
        px: 2,
        py: 1.5,
        fontSize: 13,
      }}
    >
      <TermPair clientId={memory.clientId} languages={columns} />
      {!unit ? (
        <Typography color="textSecondary">{t.chooseUnit}</Typography>
      ) : (
        <>
          <FindingsPart findings={unit.findings} of="memory" to={`/inspect/memories/${memory.id}`} level={2} />
          <Others unit={unit} columns={columns} />
          <MarginPart title={shared.origin} level={2}>
            <Box sx={{ overflowWrap: 'anywhere' }}>
              {unit.origin}, {t.unitNumber(unit.place)}
            </Box>
            <Said unit={unit} />
          </MarginPart>
          {unit.neighbours.length > 0 && (
            <MarginPart title={t.neighbours} level={2}>
              {unit.neighbours.map((other) => (
                <Box key={other.id} sx={{ mb: 0.5 }}>
                  <CodedText
                    language={other.variants[0]!.language}
                    text={other.variants[0]!.text}
                    codes={other.variants[0]!.codes}
                  />
                </Box>
              ))}
            </MarginPart>
          )}
          <HistoryPart
            entries={unit.history}
            empty={t.unchanged}
            canReturn={({ before }) => before !== null}
            onReturn={goBack}
            before={({ before }) =>
              before!.variants
                .filter((variant, i) => variant.text !== unit.variants[i]?.text)
                .map((variant, i) => (
                  <Box key={i} sx={{ textDecoration: 'line-through', color: 'text.secondary' }}>
                    <CodedText language={variant.language} text={variant.text} codes={variant.codes} />
                  </Box>
                ))
            }
            level={2}
          />
        </>
      )}
    </Box>
  );
}

/** Texts in languages that have no column. */
function Others({ unit, columns }: { readonly unit: UnitBody; readonly columns: readonly string[] }) {
  const others = unit.variants.filter((variant) => !columns.includes(variant.language));
  if (others.length === 0) return null;
  return (
    <MarginPart title={t.otherLanguages} level={2}>
      {others.map((variant, i) => (
        <Box key={i} sx={{ mb: 0.5 }}>
          <Box sx={{ color: 'text.secondary' }}>{languageLabel(variant.language)}</Box>
          <CodedText language={variant.language} text={variant.text} codes={variant.codes} />
        </Box>
      ))}
    </MarginPart>
  );
}

const NAMES = t.attributes as Readonly<Record<string, string>>;

/** Dates and names in the reader's form; the rest as the file has it. */
function Said({ unit }: { readonly unit: UnitBody }) {
  const lines: (readonly [string, string])[] = [
    ...Object.entries(unit.attributes ?? {}).map(([name, value]) => [NAMES[name] ?? name, dated(name, value)] as const),
    ...(unit.props ?? []).map(({ type, text }) => [type, text] as const),
    ...(unit.notes ?? []).map(({ text }) => [t.note, text] as const),
    ...unit.variants.flatMap((variant) => [
      ...Object.entries(variant.attributes ?? {}).map(
        ([name, value]) => [`${variant.language}, ${NAMES[name] ?? name}`, dated(name, value)] as const,
      ),
      ...(variant.props ?? []).map(({ type, text }) => [`${variant.language}, ${type}`, text] as const),
      ...(variant.notes ?? []).map(({ text }) => [`${variant.language}, ${t.note}`, text] as const),
    ]),
  ];
  return (
    <Box
      component="dl"
      sx={{ m: 0, mt: 0.5, display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 1, rowGap: '2px' }}
    >
      {lines.map(([name, value], i) => (
        <Box key={i} sx={{ display: 'contents' }}>
          <Box component="dt" sx={{ color: 'text.secondary' }}>
            {name}
          </Box>
          <Box component="dd" sx={{ m: 0, overflowWrap: 'anywhere' }}>
            {value}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

function dated(name: string, value: string): string {
  const found = /date$/.test(name) && /^(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z$/.exec(value);
  return found ? moment(`${found[1]}-${found[2]}-${found[3]}T${found[4]}:${found[5]}:${found[6]}Z`) : value;
}
