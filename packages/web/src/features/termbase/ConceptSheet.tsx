import { languageName } from '../../ui/languages.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import Checkbox from '@mui/material/Checkbox';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { call } from '../../api/http.js';
import { concept as conceptQuery } from '../../api/queries.js';
import { useKept } from '../../api/useKept.js';
import type { ConceptBodyOf, ConceptChangeBody, TermbaseBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { sendSeen } from '../../parts/conflict-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { useToast } from '../../ui/toast-store.js';
import { useKeys } from '../../ui/useKeys.js';
import { AddTerm } from './AddTerm.js';
import { ConceptMargin } from './ConceptMargin.js';
import { markedText } from '@fair-copy/core/termbase/stem.js';
import { EditableText } from './EditableText.js';
import { FieldList } from './FieldList.js';
import { Pictures } from './Pictures.js';
import { LanguageHeading } from './TermList.js';
import { termbaseTexts } from './messages.js';
import { SERIF } from '../../ui/typefaces.js';

interface Props {
  readonly id: number;
  readonly termbase: TermbaseBody;
  readonly onConcept: (id: number) => void;
}

const t = termbaseTexts;

/** The concept as a page: a block for each language with its terms, edited in place; remarks in the margin. */
export function ConceptSheet({ id, termbase, onConcept }: Props) {
  const { data: concept, error } = useKept(conceptQuery(id));
  if (error)
    return (
      <Box sx={{ flex: 1 }}>
        <EmptyState title={t.gone} />
      </Box>
    );
  if (!concept) return <Box sx={{ flex: 1 }} />;
  // An old address can name a concept that was moved, or one of another termbase.
  if (concept.termbaseId !== termbase.id)
    return (
      <Box sx={{ flex: 1 }}>
        <EmptyState title={t.inOther}>
          <Button component={Link} to={`/termbases/${concept.termbaseId}?concept=${id}`}>
            {t.openThere}
          </Button>
        </EmptyState>
      </Box>
    );
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex', overflow: 'hidden' }}>
      <ConceptPage concept={concept} termbase={termbase} onConcept={onConcept} />
      <ConceptMargin concept={concept} onConcept={onConcept} />
    </Box>
  );
}

/** @returns a change as of the state that is shown, or as of an earlier one; false: it was not made */
export function useConceptChange(
  concept: ConceptBodyOf,
): (change: ConceptChangeBody, version?: string) => Promise<boolean> {
  const fail = useToast((state) => state.fail);
  const { id } = concept;
  return (change, version = concept.version) =>
    sendSeen({
      version,
      send: (seen) => call('POST /concepts/:id/change', { params: { id }, query: { version: seen }, body: change }),
      mine: 'text' in change ? change.text : 'values' in change ? change.values.join('; ') : null,
      language: 'language' in change ? change.language : null,
      theirs: async () => summaryOf(await call('GET /concepts/:id', { params: { id } })),
    }).then(
      (sent) => sent !== null,
      (error: unknown) => {
        fail(error);
        return false;
      },
    );
}

/** "de: Schleuse · en: lock, sluice". */
function summaryOf({ languages }: ConceptBodyOf): string {
  return languages
    .map(({ language, terms }) => `${language}: ${terms.map((term) => term.text).join(', ')}`)
    .join(' · ');
}

interface PageProps {
  readonly concept: ConceptBodyOf;
  readonly termbase: TermbaseBody;
  readonly onConcept: (id: number) => void;
}

/** The terms that are chosen to be split off; null: nothing is being split. */
type Splitting = readonly string[] | null;

function ConceptPage({ concept, termbase, onConcept }: PageProps) {
  const change = useConceptChange(concept);
  const [editing, setEditing] = useState<string | null>(null);
  const [splitting, setSplitting] = useState<Splitting>(null);
  const missing = termbase.languages
    .map((l) => l.language)
    .filter((tag) => !concept.languages.some((s) => s.language === tag));
  const firstTerm = concept.languages[0]?.terms[0];
  useKeys({ Enter: () => firstTerm && setEditing(firstTerm.id), Escape: () => setEditing(null) });
  const fieldProps = { termbase, version: concept.version, references: concept.references, onConcept };
  const setField = (field: string, values: readonly string[], seen?: string): Promise<boolean> =>
    change({ kind: 'set field', level: 'concept', language: null, term: null, field, values: [...values] }, seen);
  return (
    <Box
      component="article"
      aria-label={t.conceptLabel}
      sx={{ flex: 1, minWidth: 0, overflow: 'auto', bgcolor: 'background.paper', px: { xs: 3, xl: 8 }, py: 2.5 }}
    >
      <Pictures
        concept={concept}
        onRemove={(name) =>
          void setField(
            'xGraphic',
            (concept.fields.xGraphic ?? []).filter((other) => other !== name),
          )
        }
      />
      <Typography
        component="h2"
        sx={{
          fontFamily: SERIF,
          fontSize: 26,
          lineHeight: '32px',
          overflowWrap: 'anywhere',
        }}
        lang={concept.languages[0]?.language}
      >
        {firstTerm?.text}
      </Typography>
      <FieldList
        fields={concept.fields}
        level="concept"
        of={t.fieldOfConcept}
        language={null}
        onSet={setField}
        {...fieldProps}
      />
      {concept.languages.map((section) => (
        <LanguageSection
          key={section.language}
          {...{ concept, section, change, editing, splitting, fieldProps }}
          onEditing={setEditing}
          onSplitting={setSplitting}
        />
      ))}
      {missing.length <= MISSING_SHOWN &&
        missing.map((tag) => (
          <Box component="section" key={tag}>
            <LanguageHeading tag={tag} />
            <AddTerm
              label={t.addTerm}
              language={tag}
              onAdd={(text) => change({ kind: 'add term', language: tag, text })}
            />
          </Box>
        ))}
      <ConceptActs {...{ concept, change, splitting, onConcept }} onSplitting={setSplitting} />
    </Box>
  );
}

type Change = ReturnType<typeof useConceptChange>;

interface SectionProps {
  readonly concept: ConceptBodyOf;
  readonly section: ConceptBodyOf['languages'][number];
  readonly change: Change;
  /** The term whose text is being edited. */
  readonly editing: string | null;
  readonly onEditing: (term: string | null) => void;
  readonly splitting: Splitting;
  readonly onSplitting: (terms: readonly string[]) => void;
  readonly fieldProps: {
    readonly termbase: TermbaseBody;
    readonly version: string;
    readonly references: ConceptBodyOf['references'];
    readonly onConcept: (id: number) => void;
  };
}

/** The terms of a concept in one language, and what is said of all of them. */
function LanguageSection(props: SectionProps) {
  const { concept, section, change, editing, onEditing, splitting, onSplitting, fieldProps } = props;
  const { language } = section;
  return (
    <Box component="section">
      <LanguageHeading tag={language} />
      {section.terms.map((term) => (
        <TermBlock
          key={term.id}
          concept={concept}
          language={language}
          term={term}
          editing={editing === term.id}
          onEditing={(on) => onEditing(on ? term.id : null)}
          splitting={splitting}
          onSplitting={onSplitting}
          {...fieldProps}
        />
      ))}
      {Object.keys(section.fields).length > 0 && (
        <FieldList
          fields={section.fields}
          level="language"
          of={languageName(language)}
          language={language}
          onSet={(field, values, seen) =>
            change({ kind: 'set field', level: 'language', language, term: null, field, values: [...values] }, seen)
          }
          {...fieldProps}
        />
      )}
      <AddTerm label={t.addTerm} language={language} onAdd={(text) => change({ kind: 'add term', language, text })} />
    </Box>
  );
}

interface ActsProps {
  readonly concept: ConceptBodyOf;
  readonly change: Change;
  readonly splitting: Splitting;
  readonly onSplitting: (terms: Splitting) => void;
  readonly onConcept: (id: number) => void;
}

/** What is done to the concept as a whole: a further language, a split, its deletion. */
function ConceptActs({ concept, change, splitting, onSplitting, onConcept }: ActsProps) {
  const { say, fail } = useToast();
  const remove = (): void => {
    sendSeen({
      version: concept.version,
      send: (seen) => call('DELETE /concepts/:id', { params: { id: concept.id }, query: { version: seen } }),
      mine: null,
      language: null,
      theirs: async () => summaryOf(await call('GET /concepts/:id', { params: { id: concept.id } })),
    }).then((sent) => sent !== null && say(t.gone), fail);
  };
  const split = (): void => {
    if (!splitting?.length) return;
    call('POST /concepts/:id/change', {
      params: { id: concept.id },
      query: { version: concept.version },
      body: { kind: 'split', terms: splitting },
    }).then(({ made }) => {
      onSplitting(null);
      say(t.splitDone, { label: t.goTo('…'), run: () => made !== undefined && onConcept(made) });
    }, fail);
  };
  return (
    <Box sx={{ mt: 3, display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', clear: 'both' }}>
      <AddTerm
        label={t.addLanguage}
        language={null}
        onAdd={(text, language) => change({ kind: 'add term', language, text })}
      />
      {splitting === null ? (
        <Button onClick={() => onSplitting([])}>{t.split}</Button>
      ) : (
        <>
          <Typography color="textSecondary">{t.splitHint}</Typography>
          <Button variant="contained" disabled={splitting.length === 0} onClick={split}>
            {t.splitGo(splitting.length)}
          </Button>
          <Button onClick={() => onSplitting(null)}>{m.common.cancel}</Button>
        </>
      )}
      <Button color="error" onClick={remove}>
        {t.deleteConcept}
      </Button>
    </Box>
  );
}

/** With more languages than this, those that a concept lacks are added one at a time. */
const MISSING_SHOWN = 8;

interface TermBlockProps {
  readonly concept: ConceptBodyOf;
  readonly termbase: TermbaseBody;
  readonly language: string;
  readonly term: ConceptBodyOf['languages'][number]['terms'][number];
  readonly editing: boolean;
  readonly onEditing: (on: boolean) => void;
  readonly splitting: Splitting;
  readonly onSplitting: (terms: readonly string[]) => void;
  readonly references: ConceptBodyOf['references'];
  readonly onConcept: (id: number) => void;
}

const STRUCK = ['deprecatedTerm-admn-sts', 'supersededTerm-admn-sts'];

function TermBlock({
  concept,
  termbase,
  language,
  term,
  editing,
  onEditing,
  splitting,
  onSplitting,
  references,
  onConcept,
}: TermBlockProps) {
  const change = useConceptChange(concept);
  const found = concept.findings.some((finding) => finding.place === term.id);
  const status = term.fields.administrativeStatus?.[0] ?? '';
  return (
    <Box
      sx={(theme) => ({
        py: 0.25,
        pl: 1,
        ml: -1,
        borderLeft: 2,
        borderColor: found ? theme.inks.vermilion : 'transparent',
        display: 'flex',
        alignItems: 'flex-start',
      })}
    >
      {splitting && (
        <Checkbox
          size="small"
          sx={{ p: 0.25, mr: 0.5 }}
          checked={splitting.includes(term.id)}
          onChange={(_, on) =>
            onSplitting(on ? [...splitting, term.id] : splitting.filter((other) => other !== term.id))
          }
          slotProps={{ input: { 'aria-label': t.splitChoose(term.text) } }}
        />
      )}
      <Box
        sx={{ minWidth: 0, flex: 1, ...(STRUCK.includes(status) && { '& .term': { textDecoration: 'line-through' } }) }}
      >
        <Box className="term">
          <EditableText
            text={term.text}
            typed={markedText(term)}
            language={language}
            label={t.editTerm(term.text)}
            editing={editing}
            onEditing={onEditing}
            version={concept.version}
            onSave={(text, version) => change({ kind: 'change term', term: term.id, text }, version)}
            remove={{ label: t.deleteTerm(term.text), run: () => void change({ kind: 'delete term', term: term.id }) }}
          />
        </Box>
        <FieldList
          fields={term.fields}
          level="term"
          of={m.quoted(term.text)}
          language={language}
          termbase={termbase}
          references={references}
          onConcept={onConcept}
          version={concept.version}
          onSet={(field, values, seen) =>
            change(
              { kind: 'set field', level: 'term', language: null, term: term.id, field, values: [...values] },
              seen,
            )
          }
        />
      </Box>
    </Box>
  );
}
