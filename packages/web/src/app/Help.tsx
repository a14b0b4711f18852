import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { m } from '../messages/index.js';
import { LANGUAGES, reader, readIn, type InterfaceLanguage } from '../messages/reader.js';
import { Pick } from '../ui/Pick.js';
import { useKeyList, type KeyHint } from '../ui/key-list.js';
import { MONO } from '../ui/typefaces.js';

const EVERYWHERE: readonly KeyHint[] = [
  ['Ctrl K', m.keys.lookUp],
  ['?', m.keys.help],
];

export function Help({ onClose }: { readonly onClose: () => void }) {
  const hints = useKeyList((state) => state.hints);
  return (
    <Dialog open onClose={onClose}>
      <DialogTitle>{m.help.title}</DialogTitle>
      <DialogContent>
        <KeyTable hints={hints} />
        <Typography component="h3" sx={{ fontWeight: 600, mt: 2, mb: 1 }}>
          {m.help.always}
        </Typography>
        <KeyTable hints={EVERYWHERE} />
        <Typography color="textSecondary" sx={{ mt: 2, mb: 2 }}>
          {m.help.docs}
        </Typography>
        <Box sx={{ display: 'grid', width: 240, pt: 1 }}>
          <Pick
            label={m.help.language}
            value={reader.language}
            onChange={(language) => readIn(language as InterfaceLanguage)}
          >
            {Object.entries(LANGUAGES).map(([tag, name]) => (
              <MenuItem key={tag} value={tag} lang={tag}>
                {name}
              </MenuItem>
            ))}
          </Pick>
        </Box>
      </DialogContent>
      <DialogActions>
        <Button component={Link} to="/guide" onClick={onClose}>
          {m.help.openGuide}
        </Button>
        <Button onClick={onClose}>{m.common.close}</Button>
      </DialogActions>
    </Dialog>
  );
}

function KeyTable({ hints }: { readonly hints: readonly KeyHint[] }) {
  return (
    <Box
      component="dl"
      sx={{ display: 'grid', gridTemplateColumns: 'max-content 1fr', gap: '6px 20px', m: 0, minWidth: 340 }}
    >
      {hints.map(([keys, does]) => (
        <Box key={keys} sx={{ display: 'contents' }}>
          <Box component="dt" sx={{ display: 'flex', gap: 0.5 }}>
            {keys.split(' ').map((key) => (
              <Box
                key={key}
                component="kbd"
                sx={{
                  fontFamily: MONO,
                  border: 1,
                  borderColor: 'divider',
                  borderRadius: 0.5,
                  px: 0.75,
                  fontSize: 12,
                }}
              >
                {key}
              </Box>
            ))}
          </Box>
          <Box component="dd" sx={{ m: 0 }}>
            {does}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
