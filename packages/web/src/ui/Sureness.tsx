import Box from '@mui/material/Box';

/** How sure the program is, as a short rule that is full, or broken where there is doubt. */
export function Sureness({ share, label }: { readonly share: number; readonly label: string }) {
  const doubtful = share < 0.75;
  return (
    <Box
      component="span"
      title={label}
      sx={(theme) => ({
        display: 'block',
        height: 3,
        width: `${Math.max(12, Math.round(share * 100))}%`,
        background: doubtful
          ? `repeating-linear-gradient(90deg, ${theme.inks.doubt} 0 5px, transparent 5px 9px)`
          : theme.inks.moss,
      })}
    />
  );
}
