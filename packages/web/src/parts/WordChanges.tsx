import type { wordChanges } from '@fair-copy/core/text/word-changes.js';
import Box from '@mui/material/Box';

/** As proof marks: struck out what goes, underlined what comes. */
export function WordChanges({ changes }: { readonly changes: ReturnType<typeof wordChanges> }) {
  return changes.map(({ kind, text }, i) =>
    kind === 'same' ? (
      <span key={i}>{text}</span>
    ) : kind === 'gone' ? (
      <Box key={i} component="del" sx={{ color: 'text.secondary' }}>
        {text}
      </Box>
    ) : (
      <Box
        key={i}
        component="ins"
        sx={(theme) => ({ textDecorationColor: theme.inks.vermilion, textDecorationThickness: 2 })}
      >
        {text}
      </Box>
    ),
  );
}
