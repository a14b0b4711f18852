import Box from '@mui/material/Box';
import type { UnitBody } from '../../api/types.js';
import { CodedText } from '../../ui/CodedText.js';
import { LanguageName } from '../../ui/LanguageName.js';

/** The texts of a unit beside each other, each with its language. */
export function UnitTexts({ unit }: { readonly unit: Pick<UnitBody, 'variants'> }) {
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: `repeat(${Math.min(3, unit.variants.length)}, minmax(0, 1fr))`,
        gap: 2,
        py: 0.75,
        px: 1,
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
      }}
    >
      {unit.variants.map((variant, i) => (
        <Box key={i}>
          <CodedText language={variant.language} text={variant.text} codes={variant.codes} />
          <Box sx={{ fontSize: 12 }}>
            <LanguageName tag={variant.language} quiet />
          </Box>
        </Box>
      ))}
    </Box>
  );
}
