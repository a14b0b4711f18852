import { languageName } from './languages.js';
import Box from '@mui/material/Box';
import { MONO } from './typefaces.js';

/** "Portuguese (Brazil) pt-BR": the name, and the tag in small mono. Never a flag. */
export function LanguageName({ tag, quiet = false }: { readonly tag: string; readonly quiet?: boolean }) {
  return (
    <Box component="span" sx={{ whiteSpace: 'nowrap', color: quiet ? 'text.secondary' : undefined }}>
      {languageName(tag)}{' '}
      <Box component="span" sx={{ fontFamily: MONO, fontSize: '0.85em', color: 'text.secondary' }}>
        {tag}
      </Box>
    </Box>
  );
}
