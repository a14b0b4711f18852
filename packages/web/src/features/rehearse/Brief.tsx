import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import type { KitItem } from '@fair-copy/api/kits.js';
import type { KitPlan, RehearsalBody, RehearsalOutcome } from '@fair-copy/api/rehearsals.js';
import { words } from '../../all-words.js';
import { LanguageField } from '../../ui/LanguageField.js';
import { Pick } from '../../ui/Pick.js';
import { BriefHeading } from './BriefHeading.js';
import { Documents } from './Documents.js';
import { fitting } from './fitting.js';
import { Kit } from './Kit.js';
import { KitChooser } from './KitChooser.js';
import { rehearseTexts as t } from './messages.js';

interface Props {
  readonly body: RehearsalBody;
  readonly kits: readonly KitItem[];
  readonly onChange: (part: Partial<KitPlan>) => void;
}

/** What is tried on what: documents, languages, the kit in the order of its ranks, and what does not fit. */
export function Brief({ body, kits, onChange }: Props) {
  const { plan, resources, outcome, stale } = body;
  return (
    <Box
      component="aside"
      aria-label={t.brief}
      sx={{ width: 320, flex: 'none', borderRight: 1, borderColor: 'divider', overflow: 'auto', p: 2 }}
    >
      <KitChooser body={body} kits={kits} />
      <Documents plan={plan} onChange={onChange} />
      <Reading reading={plan.reading} onChange={(reading) => onChange({ reading })} />
      {outcome && !stale && <LeftOut files={outcome.leftOut} />}
      <BriefHeading>{t.languages}</BriefHeading>
      <Box sx={{ display: 'grid', gap: 1.5, mb: 1.5 }}>
        <LanguageField
          key={`source ${plan.source}`}
          label={t.source}
          value={plan.source || null}
          likely={[...new Set(resources.flatMap(({ languages }) => languages))]}
          onChange={(source) => onChange({ source, ...proposedFor(body, source, plan.target) })}
        />
        <LanguageField
          key={`target ${plan.target}`}
          label={t.target}
          value={plan.target || null}
          likely={[...new Set(resources.flatMap(({ languages }) => languages))]}
          onChange={(target) => onChange({ target, ...proposedFor(body, plan.source, target) })}
        />
        <Pick
          label={t.threshold}
          value={String(plan.threshold)}
          onChange={(value) => onChange({ threshold: Number(value) })}
        >
          {[50, 60, 70, 75, 85, 95, 100].map((points) => (
            <MenuItem key={points} value={String(points)}>
              {t.points(points)}
            </MenuItem>
          ))}
        </Pick>
      </Box>
      <Kit body={body} onChange={onChange} />
    </Box>
  );
}

/** Another pair wants other resources; what the kit writes to stays in it. */
function proposedFor({ plan, resources }: RehearsalBody, source: string, target: string): Partial<KitPlan> {
  const { memories, termbases } = fitting(resources, source, target);
  const written = plan.memories.filter(({ id }) => id === plan.writesMemory && !memories.some((one) => one.id === id));
  const toTerms = plan.termbases.filter((id) => id === plan.writesTermbase && !termbases.includes(id));
  return { memories: [...written, ...memories], termbases: [...toTerms, ...termbases] };
}

interface ReadingProps {
  readonly reading: KitPlan['reading'];
  readonly onChange: (reading: KitPlan['reading']) => void;
}

/** What of word-processor documents is read besides their text; words at line ends. */
function Reading({ reading, onChange }: ReadingProps) {
  return (
    <Box sx={{ mb: 1 }}>
      {(['headers', 'hidden'] as const).map((what) => (
        <FormControlLabel
          key={what}
          sx={{ display: 'flex' }}
          control={
            <Checkbox size="small" checked={reading[what]} onChange={(_, on) => onChange({ ...reading, [what]: on })} />
          }
          label={t.reading[what]}
        />
      ))}
      <FormControlLabel
        sx={{ display: 'flex' }}
        control={
          <Checkbox
            size="small"
            checked={!reading.parted}
            onChange={(_, whole) => onChange({ ...reading, parted: !whole })}
          />
        }
        label={t.reading.whole}
      />
    </Box>
  );
}

/** What of a zip is no document. */
function LeftOut({ files }: { readonly files: RehearsalOutcome['leftOut'] }) {
  if (files.length === 0) return null;
  return (
    <Box component="ul" aria-label={t.leftOut} sx={{ m: 0, mb: 1.5, p: 0, listStyle: 'none', fontSize: 13 }}>
      <Box component="li" sx={{ color: 'text.secondary' }}>
        {t.leftOut}
      </Box>
      {files.map(({ name, why }) => (
        <Box component="li" key={name} sx={{ overflowWrap: 'anywhere' }}>
          {name}: {words.toldDiagnostic(why).message}
        </Box>
      ))}
    </Box>
  );
}
