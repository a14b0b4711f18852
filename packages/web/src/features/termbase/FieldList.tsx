import { categoryNamed, CATEGORIES, IDENTIFIER, OTHER_XML, type Level } from '@fair-copy/core/termbase/categories.js';
import { fieldLabel, valueLabel } from '../../parts/field-words.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import type { TermbaseBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { WordButton } from '../../ui/WordButton.js';
import { EditableText } from './EditableText.js';
import { termbaseTexts } from './messages.js';

const t = termbaseTexts;

type Fields = Readonly<Record<string, readonly string[]>>;

interface Props {
  readonly fields: Fields;
  readonly level: Level;
  /** What the fields are of, for labels: a term, a language, the concept. */
  readonly of: string;
  readonly language: string | null;
  readonly termbase: TermbaseBody;
  /** The state of the concept that is shown. */
  readonly version: string;
  /** @param version the state that the edit began from; left out: the one that is shown */
  readonly onSet: (field: string, values: readonly string[], version?: string) => Promise<boolean>;
  /** Where references lead, by their text. */
  readonly references: readonly { readonly value: string; readonly concept: number }[];
  readonly onConcept: (id: number) => void;
}

/** The fields of a concept, a language or a term, each edited in place. Pictures are shown elsewhere. */
export function FieldList({ fields, level, of, language, termbase, version, onSet, references, onConcept }: Props) {
  const [fresh, setFresh] = useState<string | null>(null);
  const names = Object.keys(fields).filter((name) => name !== 'xGraphic' && !name.includes(':'));
  const shown = fresh && !names.includes(fresh) ? [...names, fresh] : names;
  // What is said of a term stands beside it in a line; texts take a line of their own.
  const inLine = level === 'term';
  return (
    <Box sx={inLine ? { display: 'flex', flexWrap: 'wrap', columnGap: 2, alignItems: 'baseline' } : {}}>
      {shown.map((name) => (
        <Box
          key={name}
          sx={{
            display: 'flex',
            gap: 0.75,
            alignItems: 'baseline',
            minHeight: 24,
            ...(inLine && valuesOf(termbase, name, level) === null && { flexBasis: '100%' }),
          }}
        >
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 12.5, flex: 'none' }}>
            {fieldLabel(name)}
          </Box>
          <Values
            name={name}
            label={t.changeField(fieldLabel(name), of)}
            values={fields[name] ?? []}
            said={fields}
            language={level === 'concept' ? null : language}
            allowed={valuesOf(termbase, name, level)}
            editing={name === fresh}
            references={references}
            onConcept={onConcept}
            onEnd={() => setFresh(null)}
            version={version}
            onSet={(values, seen) => onSet(name, values, seen)}
          />
        </Box>
      ))}
      <AddField termbase={termbase} level={level} of={of} there={names} onAdd={setFresh} />
    </Box>
  );
}

/** The list of values: the termbase's own, or the standard's. */
function valuesOf(termbase: TermbaseBody, name: string, level: Level): readonly string[] | null {
  const defined = termbase.fields.find((field) => field.name === name && field.level === level);
  return defined
    ? defined.values
    : Object.keys(categoryNamed(name)?.values ?? {}).length
      ? Object.keys(categoryNamed(name)!.values!)
      : null;
}

interface ValuesProps {
  readonly name: string;
  readonly label: string;
  readonly values: readonly string[];
  readonly said: Fields;
  readonly language: string | null;
  readonly allowed: readonly string[] | null;
  readonly editing: boolean;
  readonly references: Props['references'];
  readonly onConcept: (id: number) => void;
  readonly onEnd: () => void;
  readonly version: string;
  readonly onSet: (values: readonly string[], version?: string) => Promise<boolean>;
}

function Values({
  name,
  label,
  values,
  said,
  language,
  allowed,
  editing,
  references,
  onConcept,
  onEnd,
  version,
  onSet,
}: ValuesProps) {
  const [open, setOpen] = useState<number | null>(editing ? values.length : null);
  const end = (): void => {
    setOpen(null);
    onEnd();
  };
  if (name === OTHER_XML || name === IDENTIFIER)
    return <Box component="span">{values.map((value) => value.replace(/<[^>]*>/g, ' ').trim()).join(' · ')}</Box>;
  if (allowed)
    return (
      <ListValue label={label} name={name} values={values} allowed={allowed} open={editing} onEnd={end} onSet={onSet} />
    );
  const set = async (index: number, text: string, seen?: string): Promise<boolean> => {
    const next = index < values.length ? values.map((value, i) => (i === index ? text : value)) : [...values, text];
    return onSet(
      next.filter((value) => value.trim() !== ''),
      seen,
    );
  };
  const slots = open === values.length ? [...values, ''] : values;
  return (
    <Box sx={{ flex: 1, minWidth: 0 }}>
      {slots.map((value, i) => {
        const goal = references.find((reference) => reference.value === value);
        return (
          <Box key={i} sx={{ display: 'flex', gap: 1, alignItems: 'baseline' }}>
            <Box sx={{ minWidth: 0, flex: open === i ? 1 : undefined }}>
              <EditableText
                text={value}
                language={language}
                label={label}
                editing={open === i}
                onEditing={(on) => (on ? setOpen(i) : end())}
                version={version}
                onSave={(text, seen) => set(i, text, seen)}
                {...(value && { remove: { label: `${m.common.remove}: ${label}`, run: () => void set(i, '') } })}
              />
            </Box>
            {goal && (
              <WordButton aria-label={t.goTo(value)} onClick={() => onConcept(goal.concept)}>
                →
              </WordButton>
            )}
            {said[`${name}:source`]?.[i] && (
              <Box component="span" sx={{ color: 'text.secondary', fontSize: 12.5 }}>
                {fieldLabel('source')}: {said[`${name}:source`]![i]}
              </Box>
            )}
          </Box>
        );
      })}
    </Box>
  );
}

interface ListProps {
  readonly label: string;
  readonly name: string;
  readonly values: readonly string[];
  readonly allowed: readonly string[];
  readonly open: boolean;
  readonly onEnd: () => void;
  readonly onSet: (values: readonly string[]) => Promise<boolean>;
}

/** A value out of a list; one that is not in it is marked. */
function ListValue({ label, name, values, allowed, open, onEnd, onSet }: ListProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [button, setButton] = useState<HTMLElement | null>(null);
  const at = anchor ?? (open ? button : null);
  const close = (): void => {
    setAnchor(null);
    onEnd();
  };
  const choose = (value: string | null): void => {
    close();
    void onSet(value === null ? [] : [value]);
  };
  const shown = values.map((value) => valueLabel(name, value)).join(', ');
  const strange = values.some((value) => !allowed.includes(value));
  return (
    <>
      <WordButton
        ref={setButton}
        aria-haspopup="menu"
        aria-label={`${label}: ${shown}`}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {strange && '! '}
        {shown || '…'}
      </WordButton>
      <Menu open={at !== null} anchorEl={at} onClose={close}>
        {allowed.map((value) => (
          <MenuItem key={value} selected={values.includes(value)} onClick={() => choose(value)}>
            {valueLabel(name, value)}
          </MenuItem>
        ))}
        <MenuItem onClick={() => choose(null)} sx={{ color: 'text.secondary' }}>
          {t.noValue}
        </MenuItem>
      </Menu>
    </>
  );
}

function AddField({
  termbase,
  level,
  of,
  there,
  onAdd,
}: {
  readonly termbase: TermbaseBody;
  readonly level: Level;
  readonly of: string;
  readonly there: readonly string[];
  readonly onAdd: (name: string) => void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const own = termbase.fields.filter((field) => field.level === level).map((field) => field.name);
  const standard = CATEGORIES.filter(
    (category) => category.name !== 'xGraphic' && (category.level === level || category.alsoAt?.includes(level)),
  ).map((category) => category.name);
  const names = [...new Set([...own, ...standard])].filter((name) => !there.includes(name) && name !== 'xGraphic');
  return (
    <>
      <Button
        startIcon={<Plus size={13} />}
        sx={{
          py: '1px',
          minHeight: 24,
          minWidth: 0,
          ml: -0.5,
          color: 'text.secondary',
          fontWeight: 400,
          fontSize: 12.5,
        }}
        aria-haspopup="menu"
        aria-label={t.addFieldTo(of)}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {t.addField}
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {names.map((name) => (
          <MenuItem
            key={name}
            onClick={() => {
              setAnchor(null);
              onAdd(name);
            }}
          >
            {fieldLabel(name)}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
