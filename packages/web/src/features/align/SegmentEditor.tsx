import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import { direction } from '@fair-copy/core/language/tags.js';
import { useRef, useState } from 'react';
import { m } from '../../messages/index.js';
import { useUnsaved } from '../../ui/unsaved-store.js';
import { WordButton } from '../../ui/WordButton.js';
import type { SideName } from './pairs.js';
import { alignTexts } from './messages.js';
import { SERIF } from '../../ui/typefaces.js';

const t = alignTexts.editor;

export interface SegmentEditorActs {
  /** `further`: on to the next segment of the pair. */
  keep(side: SideName, at: number, text: string, further: boolean): void;
  cut(side: SideName, at: number, text: string, offset: number): void;
  leave(): void;
}

interface Props {
  readonly language: string | null;
  readonly side: SideName;
  readonly at: number;
  readonly text: string;
  readonly acts: SegmentEditorActs;
}

/** A segment in place: its text corrected, or cut in two where the cursor stands. */
export function SegmentEditor({ language, side, at, text, acts }: Props) {
  const [now, setNow] = useState(text);
  const field = useRef<HTMLTextAreaElement>(null);
  useUnsaved(now === text ? null : now, async () => {
    acts.keep(side, at, now, false);
    return true;
  });
  const cut = (): void => acts.cut(side, at, now, field.current?.selectionStart ?? 0);
  return (
    <Box
      sx={{ my: 0.5 }}
      onClick={(event) => event.stopPropagation()}
      onDoubleClick={(event) => event.stopPropagation()}
      onMouseUp={(event) => event.stopPropagation()}
    >
      <InputBase
        multiline
        fullWidth
        autoFocus
        inputRef={field}
        value={now}
        onChange={(event) => setNow(event.target.value.replace(/[\r\n]+/g, ' '))}
        onKeyDown={(event) => {
          if (event.key === 'Escape') acts.leave();
          else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) acts.keep(side, at, now, true);
          else if (event.key === 'Enter') cut();
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
        slotProps={{
          input: {
            'aria-label': t.label,
            ...(language && { lang: language, dir: direction(language) }),
          },
        }}
        sx={(theme) => ({
          fontFamily: SERIF,
          fontSize: 16,
          lineHeight: '24px',
          p: 0.5,
          outline: `2px solid ${theme.inks.petrol}`,
          bgcolor: theme.inks.sheet,
        })}
      />
      <Box sx={{ display: 'flex', gap: 1.5, mt: 0.5, fontSize: 13 }}>
        <WordButton onClick={() => acts.keep(side, at, now, false)}>{m.common.save}</WordButton>
        <WordButton onMouseDown={(event) => event.preventDefault()} onClick={cut}>
          {t.cut}
        </WordButton>
        <WordButton onClick={() => acts.leave()}>{m.common.cancel}</WordButton>
        <Box component="span" sx={{ color: 'text.secondary' }}>
          {t.hint}
        </Box>
      </Box>
    </Box>
  );
}
