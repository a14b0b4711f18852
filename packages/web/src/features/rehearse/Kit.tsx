import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import type { KitMemoryBody } from '@fair-copy/api/kits.js';
import type { KitPlan, KitResource, RehearsalBody } from '@fair-copy/api/rehearsals.js';
import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import { languageName } from '../../ui/languages.js';
import { BriefHeading } from './BriefHeading.js';
import { rehearseTexts as t } from './messages.js';
import { Ranked, Role } from './Ranked.js';

interface Props {
  readonly body: RehearsalBody;
  readonly onChange: (part: Partial<KitPlan>) => void;
}

const isIn = ({ memories, termbases }: KitPlan, { kind, id }: KitResource): boolean =>
  kind === 'memory' ? memories.some((one) => one.id === id) : termbases.includes(id);

/** What the kit is made of, what could be in it as well, and what does not fit. */
export function Kit({ body, onChange }: Props) {
  const { plan, resources } = body;
  const misfits = resources.filter((one) => one.fit === 'none' && !isIn(plan, one));
  return (
    <>
      <Memories body={body} onChange={onChange} />
      <Termbases body={body} onChange={onChange} />
      {resources.length === misfits.length && (
        <Typography variant="body2" color="textSecondary">
          {t.noneFits}
        </Typography>
      )}
      {misfits.length > 0 && <Misfits misfits={misfits} body={body} />}
    </>
  );
}

/** In the order of their ranks; below them those that fit and are not used. */
function Memories({ body: { plan, resources, outcome, stale }, onChange }: Props) {
  const memories = plan.memories.flatMap((chosen) => {
    const resource = resources.find((one) => one.kind === 'memory' && one.id === chosen.id);
    return resource ? [{ ...resource, ...chosen }] : [];
  });
  const others = resources.filter((one) => one.kind === 'memory' && one.fit !== 'none' && !isIn(plan, one));
  const put = (at: number, to: number): void => {
    const next = [...plan.memories];
    const [one] = next.splice(at, 1);
    next.splice(to, 0, one!);
    onChange({ memories: next });
  };
  const change = (id: number, part: Partial<KitMemoryBody>): void =>
    onChange({ memories: plan.memories.map((memory) => (memory.id === id ? { ...memory, ...part } : memory)) });
  const remove = (id: number): void =>
    onChange({
      memories: plan.memories.filter((memory) => memory.id !== id),
      writesMemory: plan.writesMemory === id ? null : plan.writesMemory,
    });
  return (
    <>
      <BriefHeading>{t.memories}</BriefHeading>
      {memories.length > 1 && (
        <Typography variant="body2" color="textSecondary" sx={{ mb: 0.5 }}>
          {t.kitHint}
        </Typography>
      )}
      <Box component="ol" aria-label={t.memories} sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {memories.map((one, i) => (
          <Ranked
            key={one.id}
            memory={one}
            rank={i}
            isLast={i === memories.length - 1}
            isWritten={plan.writesMemory === one.id}
            sums={stale ? undefined : outcome?.memories.find(({ id }) => id === one.id)}
            onPut={(to) => put(i, to)}
            onChange={(part) => change(one.id, part)}
            onWrite={(on) => onChange({ writesMemory: on ? one.id : null })}
            onRemove={() => remove(one.id)}
          />
        ))}
        {others.map(({ id, name }) => (
          <Box component="li" key={id}>
            <Used name={name} on={false} onUse={() => onChange({ memories: [...plan.memories, { id, off: 0 }] })} />
          </Box>
        ))}
      </Box>
    </>
  );
}

function Termbases({ body: { plan, resources }, onChange }: Props) {
  const termbases = resources.filter((one) => one.kind === 'termbase' && (one.fit !== 'none' || isIn(plan, one)));
  const use = (id: number, on: boolean): void =>
    onChange({
      termbases: on ? [...plan.termbases, id] : plan.termbases.filter((one) => one !== id),
      writesTermbase: plan.writesTermbase === id ? null : plan.writesTermbase,
    });
  return (
    <>
      <BriefHeading>{t.termbases}</BriefHeading>
      {termbases.map(({ id, name, isReference }) => (
        <Box key={id}>
          <Used name={name} on={plan.termbases.includes(id)} onUse={(on) => use(id, on)} />
          {plan.termbases.includes(id) && (
            <Box sx={{ pl: 4, fontSize: 12.5 }}>
              <Role
                name={name}
                isReference={isReference}
                isWritten={plan.writesTermbase === id}
                onWrite={(on) => onChange({ writesTermbase: on ? id : null })}
              />
            </Box>
          )}
        </Box>
      ))}
    </>
  );
}

interface UsedProps {
  readonly name: string;
  readonly on: boolean;
  readonly onUse: (on: boolean) => void;
}

function Used({ name, on, onUse }: UsedProps) {
  return (
    <FormControlLabel
      sx={{ display: 'flex' }}
      control={
        <Checkbox
          size="small"
          checked={on}
          onChange={(_, now) => onUse(now)}
          slotProps={{ input: { 'aria-label': t.use(name) } }}
        />
      }
      label={name}
    />
  );
}

/** Each with what it has; and, by the language that they lack, what has it. */
function Misfits({
  misfits,
  body: { plan, resources },
}: { readonly misfits: readonly KitResource[] } & Pick<Props, 'body'>) {
  const has = ({ languages }: KitResource, tag: string): boolean =>
    languages.some((one) => primaryLanguage(one) === primaryLanguage(tag));
  const lacked = [plan.source, plan.target].filter((tag) => tag !== '' && misfits.some((one) => !has(one, tag)));
  return (
    <>
      <BriefHeading>{t.misfits}</BriefHeading>
      <Box component="ul" aria-label={t.misfits} sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 13 }}>
        {misfits.map(({ kind, id, name, languages }) => (
          <Box component="li" key={`${kind} ${id}`} sx={{ mb: 0.5 }}>
            {name}{' '}
            <Box component="span" sx={{ color: 'text.secondary' }}>
              {t.lacks([...new Set(languages.map((tag) => languageName(tag)))])}
            </Box>
          </Box>
        ))}
      </Box>
      {lacked.map((tag) => (
        <Typography key={tag} variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
          {t.haveIt(
            languageName(tag),
            resources.filter((one) => has(one, tag)).map(({ name }) => name),
          )}
        </Typography>
      ))}
    </>
  );
}
