import Box from '@mui/material/Box';
import { CODE } from '@fair-copy/core/text/inline-codes.js';
import { direction } from '@fair-copy/core/language/tags.js';
import type { UnitBody } from '../api/types.js';
import { m } from '../messages/index.js';
import { codeLabel } from '../ui/CodedText.js';
import { languageLabel } from '../ui/languages.js';
import { WordButton } from '../ui/WordButton.js';
import { useVariantEdit } from './useVariantEdit.js';
import { shared } from './messages.js';
import { SERIF, MONO } from '../ui/typefaces.js';

const t = shared.editor;

interface Props {
  readonly memoryId: number;
  readonly unit: UnitBody;
  readonly language: string;
  readonly onClose: () => void;
  readonly onNext: () => void;
}

/** The first text of a language, in place; its codes are capsules that one types around, moves, but cannot break. */
export function VariantEditor({ memoryId, unit, language, onClose, onNext }: Props) {
  const edit = useVariantEdit({ memoryId, unit, language, onClose, onNext });
  return (
    <Box onClick={(event) => event.stopPropagation()}>
      <Box
        ref={edit.field}
        component="div"
        role="textbox"
        aria-label={t.textIn(languageLabel(language))}
        aria-multiline="true"
        contentEditable
        suppressContentEditableWarning
        onInput={edit.typedIn}
        lang={language}
        dir={direction(language)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') edit.giveUp();
          else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) edit.save('next');
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
        onPaste={(event) => {
          // Plain text only: whatever else is copied brings no codes of this unit.
          event.preventDefault();
          document.execCommand('insertText', false, event.clipboardData.getData('text/plain').replaceAll(CODE, ''));
        }}
        sx={(theme) => ({
          fontFamily: SERIF,
          fontSize: 16,
          lineHeight: '24px',
          whiteSpace: 'pre-wrap',
          outline: `2px solid ${theme.inks.petrol}`,
          outlineOffset: 3,
          borderRadius: 0.5,
          minHeight: 24,
          '& [data-code]': {
            fontFamily: MONO,
            fontSize: 11,
            padding: '0 5px',
            margin: '0 1px',
            color: theme.inks.quiet,
            backgroundColor: theme.inks.tint,
            border: `1px solid ${theme.inks.hairline}`,
            borderRadius: 8,
            cursor: 'grab',
          },
        })}
      />
      {edit.missing.length > 0 && (
        <Box role="alert" sx={(theme) => ({ mt: 1, fontSize: 13, color: theme.inks.doubtText })}>
          {t.codesGone(edit.missing.map(codeLabel))} <WordButton onClick={edit.putBack}>{t.putCodesBack}</WordButton>{' '}
          <WordButton onClick={edit.saveWithout}>{t.saveWithoutCodes}</WordButton>
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1.5, mt: 0.75, fontSize: 13 }}>
        <WordButton onClick={() => edit.save('close')}>{m.common.save}</WordButton>
        <WordButton onClick={edit.giveUp}>{m.common.cancel}</WordButton>
        <Box component="span" sx={{ color: 'text.secondary' }}>
          {t.hint}
        </Box>
      </Box>
    </Box>
  );
}
