import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import IconButton from '@mui/material/IconButton';
import InputBase from '@mui/material/InputBase';
import { X } from 'lucide-react';
import { useState } from 'react';
import { LanguageText } from '../../ui/LanguageText.js';
import { useUnsaved } from '../../ui/unsaved-store.js';
import { SERIF } from '../../ui/typefaces.js';

interface Props {
  readonly text: string;
  /** The text as it is edited, where that has marks which the text itself has not. */
  readonly typed?: string;
  readonly language: string | null;
  readonly label: string;
  readonly editing: boolean;
  readonly onEditing: (on: boolean) => void;
  /** Which state the text is of. */
  readonly version: string;
  /** False keeps the field open. @param version the state that the edit began from */
  readonly onSave: (text: string, version: string) => Promise<boolean>;
  readonly remove?: { readonly label: string; readonly run: () => void };
}

/** A text that becomes a field when it is clicked; Enter or leaving saves, Esc gives up. */
export function EditableText({
  text,
  typed = text,
  language,
  label,
  editing,
  onEditing,
  version,
  onSave,
  remove,
}: Props) {
  if (editing)
    return (
      <Field
        text={typed}
        language={language}
        label={label}
        version={version}
        onSave={onSave}
        onEnd={() => onEditing(false)}
      />
    );
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'center',
        '& .remove': { opacity: 0 },
        '&:hover .remove, & .remove:focus-visible': { opacity: 1 },
      }}
    >
      <ButtonBase
        aria-label={label}
        onClick={() => onEditing(true)}
        sx={(theme) => ({
          textAlign: 'start',
          borderRadius: 0.5,
          px: 0.5,
          mx: -0.5,
          '&:hover': { bgcolor: theme.inks.tint },
        })}
      >
        <LanguageText language={language}>{typed === text ? text : <Marked typed={typed} />}</LanguageText>
      </ButtonBase>
      {remove && (
        <IconButton
          className="remove"
          size="small"
          sx={{ ml: 1 }}
          aria-label={remove.label}
          title={remove.label}
          onClick={remove.run}
        >
          <X size={14} />
        </IconButton>
      )}
    </Box>
  );
}

/** The unchangeable part of each word ends with a line that is none of the text. */
function Marked({ typed }: { readonly typed: string }) {
  return typed.split('|').map((part, i, all) => (
    <Box
      key={i}
      component="span"
      sx={(theme) =>
        i < all.length - 1 ? { borderRight: `1px solid ${theme.inks.petrol}`, pr: '1px', mr: '1px' } : {}
      }
    >
      {part}
    </Box>
  ));
}

interface FieldProps {
  readonly text: string;
  readonly language: string | null;
  readonly label: string;
  readonly version: string;
  readonly onSave: (text: string, version: string) => Promise<boolean>;
  readonly onEnd: () => void;
}

function Field({ text, language, label, version, onSave, onEnd }: FieldProps) {
  const [value, setValue] = useState(text);
  // Whatever comes in from elsewhere while one types: the edit began from this.
  const [seen] = useState({ text, version });
  const [saving, setSaving] = useState(false);
  const save = (): void => {
    if (value === seen.text) return onEnd();
    // To leave the field for a question about it saves nothing once more.
    if (saving) return;
    setSaving(true);
    void saved();
  };
  const saved = async (): Promise<boolean> => {
    const done = await onSave(value, seen.version);
    setSaving(false);
    if (done) onEnd();
    return done;
  };
  useUnsaved(value === seen.text ? null : value, saved, saving);
  return (
    <InputBase
      autoFocus
      onFocus={(event) => event.target.setSelectionRange(event.target.value.length, event.target.value.length)}
      multiline
      fullWidth
      value={value}
      onChange={(event) => setValue(event.target.value)}
      onBlur={save}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && !event.shiftKey) {
          event.preventDefault();
          save();
        }
        if (event.key === 'Escape') {
          event.stopPropagation();
          onEnd();
        }
      }}
      inputProps={{ 'aria-label': label, dir: 'auto', ...(language && { lang: language }) }}
      sx={{
        fontFamily: SERIF,
        fontSize: 16,
        lineHeight: '24px',
        p: 0,
        outline: '2px solid',
        outlineColor: 'primary.main',
        outlineOffset: 3,
      }}
    />
  );
}
