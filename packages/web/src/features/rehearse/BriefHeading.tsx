import Typography from '@mui/material/Typography';

/** Of a part of the brief. */
export function BriefHeading({ children }: { readonly children: string }) {
  return (
    <Typography component="h2" sx={{ fontWeight: 600, fontSize: 14, mb: 1, mt: 1 }}>
      {children}
    </Typography>
  );
}
