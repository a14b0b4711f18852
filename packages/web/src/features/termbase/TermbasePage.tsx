import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { termbase as termbaseQuery, termPage } from '../../api/queries.js';
import { useKept } from '../../api/useKept.js';
import type { TermbaseBody } from '../../api/types.js';
import { useUndoNewest } from '../../api/useUndoNewest.js';
import { m } from '../../messages/index.js';
import { ResourceHead, ResourceNotShown } from '../../parts/resource-page.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { useAddress } from '../../ui/useAddress.js';
import { useKeys } from '../../ui/useKeys.js';
import { ConceptSheet } from './ConceptSheet.js';
import { HandOver } from './HandOver.js';
import { MoreMenu } from './MoreMenu.js';
import { NewConcept } from './NewConcept.js';
import { TermList, type Listed } from './TermList.js';
import { termbaseTexts } from './messages.js';

const HINTS: readonly KeyHint[] = [
  ['j k ↓ ↑', m.keys.move],
  ['/', m.keys.filter],
  ['Enter', m.keys.open],
  ['Esc', m.keys.leave],
  ['x', m.keys.mark],
  ['u', m.keys.undo],
];

export function TermbasePage() {
  const id = Number(useParams().id);
  const { data: termbase, error } = useKept(termbaseQuery(id));
  if (!termbase || error) return <ResourceNotShown trouble={error?.message} />;
  return <LoadedTermbase key={id} termbase={termbase} />;
}

function LoadedTermbase({ termbase }: { readonly termbase: TermbaseBody }) {
  const [params, show] = useAddress();
  const language = params.get('language') ?? termbase.languages[0]?.language ?? '';
  const chosen = Number(params.get('concept') ?? 0);
  // A list opens with its first entry shown beside it.
  const { data: first } = useQuery({
    ...termPage({ termbaseId: termbase.id, language, q: '', mode: 'beginning', order: 'term' }, null),
    enabled: chosen === 0 && language !== '',
  });
  const conceptId = chosen || (first?.[0]?.concept ?? 0);
  const [handing, setHanding] = useState(false);
  const [adding, setAdding] = useState(false);
  const [listed, setListed] = useState<Listed | null>(null);
  const undo = useUndoNewest((entry) => entry.termbaseId === termbase.id);
  useKeyHints(HINTS);
  useKeys({ u: undo });
  return (
    <>
      <ResourceHead
        name={termbase.name}
        about={`${termbase.client} · ${termbaseTexts.concepts(termbase.concepts)}`}
        inspectPath={`/inspect/${termbase.id}`}
        empty={termbase.concepts === 0}
        onHandOver={() => setHanding(true)}
        menu={<MoreMenu termbase={termbase} />}
      >
        <Button onClick={() => setAdding(true)}>{termbaseTexts.newConcept}</Button>
        <Button component={Link} to={`/termbases/${termbase.id}/fields`}>
          {termbaseTexts.fields}
        </Button>
        <Button component={Link} to={`/termbases/${termbase.id}/text`}>
          {termbaseTexts.tryText}
        </Button>
      </ResourceHead>
      <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
        <TermList
          termbase={termbase}
          language={language}
          conceptId={conceptId}
          onLanguage={(tag) => show({ language: tag })}
          onConcept={(id) => show({ concept: String(id) })}
          onListed={setListed}
        />
        {conceptId ? (
          <ConceptSheet
            key={conceptId}
            id={conceptId}
            termbase={termbase}
            onConcept={(id) => show({ concept: String(id) })}
          />
        ) : (
          <Box sx={{ flex: 1 }}>
            <EmptyState title={termbase.concepts ? termbaseTexts.choose : termbaseTexts.empty} />
          </Box>
        )}
      </Box>
      {handing && (
        <HandOver termbase={termbase} listed={listed?.count === 0 ? null : listed} onClose={() => setHanding(false)} />
      )}
      {adding && (
        <NewConcept
          termbase={termbase}
          language={language}
          onMade={(id) => show({ concept: String(id) })}
          onClose={() => setAdding(false)}
        />
      )}
    </>
  );
}
