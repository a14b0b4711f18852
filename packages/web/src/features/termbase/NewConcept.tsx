import { languageName } from '../../ui/languages.js';
import { useState } from 'react';
import { call } from '../../api/http.js';
import type { TermbaseBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { ClientLanguageField } from '../../parts/ClientLanguageField.js';
import { NameDialog } from '../../ui/NameDialog.js';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { termbaseTexts } from './messages.js';

interface Props {
  readonly termbase: TermbaseBody;
  readonly language: string;
  readonly onMade: (id: number) => void;
  readonly onClose: () => void;
}

/** A new concept begins with its first term; in an empty termbase the language is asked for first. */
export function NewConcept({ termbase, language, onMade, onClose }: Props) {
  const [chosen, setChosen] = useState(language);
  if (!chosen) {
    return (
      <Dialog open onClose={onClose} fullWidth maxWidth="xs">
        <DialogTitle>{termbaseTexts.newConcept}</DialogTitle>
        <DialogContent sx={{ pt: '8px !important' }}>
          <ClientLanguageField label={m.common.language} value={null} onChange={setChosen} autoFocus />
        </DialogContent>
      </Dialog>
    );
  }
  return (
    <NameDialog
      title={termbaseTexts.newConcept}
      label={termbaseTexts.newConceptTerm(languageName(chosen))}
      submit={m.client.createButton}
      cancel={m.common.cancel}
      onSubmit={async (text) =>
        onMade(
          (
            await call('POST /termbases/:id/concepts', {
              params: { id: termbase.id },
              body: { language: chosen, text },
            })
          ).id,
        )
      }
      onClose={onClose}
    />
  );
}
