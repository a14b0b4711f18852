import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { LanguageName } from './LanguageName.js';

interface Props {
  readonly all: readonly string[];
  readonly chosen: readonly string[];
  /** Those chosen later stand behind the others. */
  readonly onChange: (chosen: readonly string[]) => void;
}

/** Languages of which some are chosen, a box for each. */
export function LanguageChecks({ all, chosen, onChange }: Props) {
  return all.map((tag) => (
    <FormControlLabel
      key={tag}
      control={
        <Checkbox
          size="small"
          checked={chosen.includes(tag)}
          onChange={(_, on) => onChange(on ? [...chosen, tag] : chosen.filter((other) => other !== tag))}
        />
      }
      label={<LanguageName tag={tag} />}
    />
  ));
}
