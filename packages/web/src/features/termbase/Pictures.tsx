import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { useQueryClient } from '@tanstack/react-query';
import { ImagePlus, X } from 'lucide-react';
import { useRef } from 'react';
import { upload } from '../../api/http.js';
import type { ConceptBodyOf } from '../../api/types.js';
import { useToast } from '../../ui/toast-store.js';
import { termbaseTexts } from './messages.js';

const t = termbaseTexts;

interface Props {
  readonly concept: ConceptBodyOf;
  readonly onRemove: (name: string) => void;
}

/** The pictures of a concept beside its page; one that is named and not there is said. */
export function Pictures({ concept, onRemove }: Props) {
  const names = concept.fields.xGraphic ?? [];
  const input = useRef<HTMLInputElement>(null);
  const queries = useQueryClient();
  const fail = useToast((state) => state.fail);
  const add = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    await upload('POST /concepts/:id/pictures', { params: { id: concept.id }, query: { name: file.name }, file });
    await queries.invalidateQueries({ queryKey: ['concept', concept.id] });
  };
  return (
    <Box component="section" aria-label={t.pictures} sx={{ float: 'right', width: 190, ml: 3, mb: 1 }}>
      {names.map((name) => (
        <Picture
          key={name}
          name={name}
          sha256={concept.pictures.find((picture) => picture.name === name)?.sha256 ?? null}
          onRemove={() => onRemove(name)}
        />
      ))}
      <Button
        startIcon={<ImagePlus size={14} />}
        sx={{ color: 'text.secondary', fontWeight: 400, fontSize: 12.5, ml: -0.5 }}
        onClick={() => input.current?.click()}
      >
        {t.addPicture}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={t.addPicture}
        accept="image/png,image/jpeg,image/gif,image/webp"
        onChange={(event) => {
          void add(event.target.files?.[0]).catch(fail);
          event.target.value = '';
        }}
      />
    </Box>
  );
}

function Picture({
  name,
  sha256,
  onRemove,
}: {
  readonly name: string;
  readonly sha256: string | null;
  readonly onRemove: () => void;
}) {
  return (
    <Box
      component="figure"
      sx={{ m: 0, mb: 1, '& .remove': { opacity: 0 }, '&:hover .remove, & .remove:focus-visible': { opacity: 1 } }}
    >
      {sha256 ? (
        <a href={`/api/pictures/${sha256}`} target="_blank" rel="noreferrer" aria-label={t.openPicture(name)}>
          <Box
            component="img"
            src={`/api/pictures/${sha256}`}
            alt={t.picture(name)}
            sx={{
              display: 'block',
              width: '100%',
              maxHeight: 190,
              objectFit: 'contain',
              border: 1,
              borderColor: 'divider',
              bgcolor: '#fff',
            }}
          />
        </a>
      ) : (
        <Box sx={(theme) => ({ p: 1.5, border: '1.5px dashed', borderColor: theme.inks.doubt, fontSize: 13 })}>
          ≈ {t.pictureMissing}
        </Box>
      )}
      <Box component="figcaption" sx={{ display: 'flex', alignItems: 'center', fontSize: 12, color: 'text.secondary' }}>
        <Box component="span" sx={{ flex: 1, overflowWrap: 'anywhere' }}>
          {name}
        </Box>
        <IconButton
          className="remove"
          size="small"
          aria-label={t.removePicture(name)}
          title={t.removePicture(name)}
          onClick={onRemove}
        >
          <X size={12} />
        </IconButton>
      </Box>
    </Box>
  );
}
