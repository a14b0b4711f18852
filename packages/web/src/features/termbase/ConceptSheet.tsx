import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { send } from '../../api/http.js';
import { concept as conceptQuery } from '../../api/queries.js';
import type { ConceptBodyOf, ConceptChangeBody, TermbaseBody } from '../../api/types.js';
import { m } from '../../messages/en.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { useToast } from '../../ui/toast-store.js';
import { useKeys } from '../../ui/useKeys.js';
import { AddTerm } from './AddTerm.js';
import { ConceptMargin } from './ConceptMargin.js';
import { EditableText } from './EditableText.js';
import { LanguageHeading } from './TermList.js';

interface Props {
  readonly id: number;
  readonly termbase: TermbaseBody;
  readonly onConcept: (id: number) => void;
}

const t = m.termbase;

/** The concept as a page: a block for each language with its terms, edited in place; remarks in the margin. */
export function ConceptSheet({ id, termbase, onConcept }: Props) {
  const { data: concept, error } = useQuery(conceptQuery(id));
  if (error)
    return (
      <Box sx={{ flex: 1 }}>
        <EmptyState title={t.gone} />
      </Box>
    );
  if (!concept) return <Box sx={{ flex: 1 }} />;
  return (
    <Box sx={{ flex: 1, minWidth: 0, display: 'flex', overflow: 'hidden' }}>
      <ConceptPage concept={concept} termbase={termbase} />
      <ConceptMargin concept={concept} onConcept={onConcept} />
    </Box>
  );
}

export function useConceptChange(id: number): (change: ConceptChangeBody) => Promise<boolean> {
  const fail = useToast((state) => state.fail);
  return (change) =>
    send('POST', `/concepts/${id}/change`, change).then(
      () => true,
      (error: unknown) => {
        fail(error);
        return false;
      },
    );
}

function ConceptPage({ concept, termbase }: { readonly concept: ConceptBodyOf; readonly termbase: TermbaseBody }) {
  const change = useConceptChange(concept.id);
  const [editing, setEditing] = useState<string | null>(null);
  const { say, fail } = useToast();
  const missing = termbase.languages
    .map((l) => l.language)
    .filter((tag) => !concept.languages.some((s) => s.language === tag));
  const firstTerm = concept.languages[0]?.terms[0];
  useKeys({ Enter: () => firstTerm && setEditing(firstTerm.id), Escape: () => setEditing(null) });
  const remove = (): void => {
    send('DELETE', `/concepts/${concept.id}`).then(() => say(t.gone), fail);
  };
  return (
    <Box
      component="article"
      aria-label={t.conceptLabel}
      sx={{ flex: 1, minWidth: 0, overflow: 'auto', bgcolor: 'background.paper', px: { xs: 3, xl: 8 }, py: 2.5 }}
    >
      <Typography
        component="h2"
        sx={{
          fontFamily: "'Source Serif 4 Variable', serif",
          fontSize: 26,
          lineHeight: '32px',
          overflowWrap: 'anywhere',
        }}
        lang={concept.languages[0]?.language}
      >
        {firstTerm?.text}
      </Typography>
      <ConceptNote concept={concept} />
      {concept.languages.map((section) => (
        <Box component="section" key={section.language}>
          <LanguageHeading tag={section.language} />
          {section.terms.map((term) => (
            <TermBlock
              key={term.id}
              concept={concept}
              language={section.language}
              term={term}
              editing={editing === term.id}
              onEditing={(on) => setEditing(on ? term.id : null)}
            />
          ))}
          <AddTerm
            label={t.addTerm}
            language={section.language}
            onAdd={(text) => change({ kind: 'add term', language: section.language, text })}
          />
        </Box>
      ))}
      {missing.map((tag) => (
        <Box component="section" key={tag}>
          <LanguageHeading tag={tag} />
          <AddTerm
            label={t.addTerm}
            language={tag}
            onAdd={(text) => change({ kind: 'add term', language: tag, text })}
          />
        </Box>
      ))}
      <Box sx={{ mt: 3, display: 'flex', gap: 1 }}>
        <AddTerm
          label={t.addLanguage}
          language={null}
          onAdd={(text, language) => change({ kind: 'add term', language, text })}
        />
        <Button color="error" onClick={remove}>
          {t.deleteConcept}
        </Button>
      </Box>
    </Box>
  );
}

function ConceptNote({ concept }: { readonly concept: ConceptBodyOf }) {
  const change = useConceptChange(concept.id);
  const note = (concept.fields.note ?? []).join('\n');
  return <Note label={t.conceptNote} text={note} onSave={(text) => change({ kind: 'note', term: null, text })} />;
}

interface TermBlockProps {
  readonly concept: ConceptBodyOf;
  readonly language: string;
  readonly term: ConceptBodyOf['languages'][number]['terms'][number];
  readonly editing: boolean;
  readonly onEditing: (on: boolean) => void;
}

function TermBlock({ concept, language, term, editing, onEditing }: TermBlockProps) {
  const change = useConceptChange(concept.id);
  const found = concept.findings.some((finding) => finding.term === term.id);
  return (
    <Box
      sx={(theme) => ({
        py: 0.25,
        pl: 1,
        ml: -1,
        borderLeft: 2,
        borderColor: found ? theme.inks.vermilion : 'transparent',
      })}
    >
      <EditableText
        text={term.text}
        language={language}
        label={t.editTerm(term.text)}
        editing={editing}
        onEditing={onEditing}
        onSave={(text) => change({ kind: 'change term', term: term.id, text })}
        remove={{ label: t.deleteTerm(term.text), run: () => void change({ kind: 'delete term', term: term.id }) }}
      />
      <Note
        label={t.note}
        text={(term.fields.note ?? []).join('\n')}
        onSave={(text) => change({ kind: 'note', term: term.id, text })}
      />
    </Box>
  );
}

function Note({
  label,
  text,
  onSave,
}: {
  readonly label: string;
  readonly text: string;
  readonly onSave: (text: string) => Promise<boolean>;
}) {
  const [editing, setEditing] = useState(false);
  if (!text && !editing) {
    return (
      <Button
        sx={{ py: '2px', minHeight: 26, minWidth: 0, color: 'text.secondary', fontWeight: 400 }}
        aria-label={`${t.addNote}: ${label}`}
        onClick={() => setEditing(true)}
      >
        {t.addNote}
      </Button>
    );
  }
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline', fontStyle: 'italic' }}>
      <Box component="span" sx={{ color: 'text.secondary', fontSize: 12.5, fontStyle: 'normal' }}>
        {label}
      </Box>
      <Box sx={{ flex: 1 }}>
        <EditableText
          text={text}
          language={null}
          label={label}
          editing={editing}
          onEditing={setEditing}
          onSave={onSave}
        />
      </Box>
    </Box>
  );
}
