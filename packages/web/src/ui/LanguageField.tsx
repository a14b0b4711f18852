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

/** A language by its name or by any tag: Enter takes what is typed, arrow down goes to the first that fits. */
export function LanguageField({ label, value, onChange, likely = [], autoFocus = false }: Props) {
  const options = [...new Set([...likely, ...LANGUAGE_CHOICES])];
  return (
    <Autocomplete
      freeSolo
      size="small"
      options={options}
      value={value}
      getOptionLabel={languageLabel}
      onChange={(_, said) => {
        const tag = said && meant(said, options);
        if (tag) onChange(tag);
      }}
      renderInput={(params) => <TextField {...params} label={label} autoFocus={autoFocus} />}
    />
  );
}

/** A tag in any spelling, or the first language on the list whose name has the words in it: what Enter takes. */
function meant(said: string, options: readonly string[]): string | null {
  const words = said.trim().toLowerCase();
  if (words === '') return null;
  return canonicalTag(said) ?? options.find((tag) => languageLabel(tag).toLowerCase().includes(words)) ?? null;
}
