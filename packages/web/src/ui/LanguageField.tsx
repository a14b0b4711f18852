import { canonicalTag } from '@fair-copy/core/language/tags.js';
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { LANGUAGE_CHOICES, languageLabel } from './languages.js';

interface Props {
  readonly label: string;
  readonly value: string | null;
  readonly onChange: (tag: string) => void;
  /** Offered first. */
  readonly likely?: readonly string[];
  readonly autoFocus?: boolean;
}

/** A language by its name or by any tag. */
export function LanguageField({ label, value, onChange, likely = [], autoFocus = false }: Props) {
  const options = [...new Set([...likely, ...LANGUAGE_CHOICES])];
  return (
    <Autocomplete
      freeSolo
      autoHighlight
      size="small"
      options={options}
      value={value}
      getOptionLabel={languageLabel}
      onChange={(_, chosen) => {
        const tag = chosen && canonicalTag(chosen);
        if (tag) onChange(tag);
      }}
      renderInput={(params) => <TextField {...params} label={label} autoFocus={autoFocus} />}
    />
  );
}
