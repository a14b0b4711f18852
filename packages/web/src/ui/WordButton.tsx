import ButtonBase from '@mui/material/ButtonBase';
import { styled } from '@mui/material/styles';

/** A word in a sentence that can be clicked and changed. */
export const WordButton = styled(ButtonBase)(({ theme }) => ({
  font: 'inherit',
  color: theme.inks.petrol,
  fontWeight: 600,
  textDecoration: 'underline',
  textDecorationStyle: 'dotted',
  textUnderlineOffset: 3,
  verticalAlign: 'baseline',
  padding: '0 1px',
  textAlign: 'start',
  '&:hover': { textDecorationStyle: 'solid' },
  '&.Mui-disabled': { color: theme.inks.quiet },
}));
