import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import { X } from 'lucide-react';
import { useRef, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import type { KitPlan } from '@fair-copy/api/rehearsals.js';
import { upload } from '../../api/http.js';
import { useToast } from '../../ui/toast-store.js';
import { BriefHeading } from './BriefHeading.js';
import { rehearseTexts as t } from './messages.js';

interface Props {
  readonly plan: KitPlan;
  readonly onChange: (part: Partial<KitPlan>) => void;
}

/** The documents that the kit is tried on: files, zips and whole folders are added by dropping or choosing them. */
export function Documents({ plan: { documents }, onChange }: Props) {
  const { coming, take } = useTaken(documents, onChange);
  const folder = useRef<HTMLInputElement>(null);
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (files) => void take(files),
    noClick: true,
    noKeyboard: true,
    disabled: coming !== null,
  });
  return (
    <>
      <BriefHeading>{t.documents}</BriefHeading>
      <Box
        {...getRootProps({ role: 'group', 'aria-label': t.drop, tabIndex: undefined })}
        sx={(theme) => ({
          border: '1px dashed',
          borderColor: isDragActive ? theme.inks.petrol : theme.inks.quiet,
          p: 1.5,
          mb: 1,
          textAlign: 'center',
          fontSize: 14,
        })}
      >
        <Box role="status">{coming ? t.taking(coming.at, coming.of) : t.drop}</Box>
        <Button size="small" disabled={coming !== null} onClick={open}>
          {t.choose}
        </Button>
        <Button size="small" disabled={coming !== null} onClick={() => folder.current?.click()}>
          {t.chooseFolder}
        </Button>
        <input {...getInputProps({ 'aria-label': t.documents })} />
        <input
          ref={folder}
          type="file"
          hidden
          aria-label={t.folder}
          {...{ webkitdirectory: '' }}
          onChange={(event) => {
            const files = [...(event.target.files ?? [])];
            event.target.value = '';
            void take(files);
          }}
        />
      </Box>
      <Box component="ul" aria-label={t.documents} sx={{ listStyle: 'none', m: 0, p: 0, mb: 1.5 }}>
        {documents.map(({ name }, i) => (
          <Box component="li" key={i} sx={{ display: 'flex', alignItems: 'center', fontSize: 14 }}>
            <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>{name}</Box>
            <IconButton
              size="small"
              aria-label={t.remove(name)}
              onClick={() => onChange({ documents: documents.filter((_, at) => at !== i) })}
            >
              <X size={16} />
            </IconButton>
          </Box>
        ))}
      </Box>
    </>
  );
}

/** What an operating system leaves in folders. */
const NO_DOCUMENT = /(?:^|\/)(?:\.|__MACOSX\/|Thumbs\.db$|desktop\.ini$)/i;

/** Brings files to the server one after the other; what came is kept also where one after it fails. */
function useTaken(documents: KitPlan['documents'], onChange: Props['onChange']) {
  const [coming, setComing] = useState<{ readonly at: number; readonly of: number } | null>(null);
  const fail = useToast((state) => state.fail);
  // Some may be taken away while others come.
  const now = useRef(documents);
  now.current = documents;
  const take = async (files: readonly File[]): Promise<void> => {
    const wanted = files.filter((file) => !NO_DOCUMENT.test(nameOf(file)));
    const added: KitPlan['documents'] = [];
    for (const [i, file] of wanted.entries()) {
      setComing({ at: i + 1, of: wanted.length });
      try {
        const { sha256 } = await upload('POST /alignments/files', { file });
        added.push({ sha256, name: nameOf(file) });
      } catch (error) {
        fail(error);
      }
    }
    setComing(null);
    if (added.length > 0) onChange({ documents: [...now.current, ...added] });
  };
  return { coming, take };
}

/** A file of a folder is called by its way: "manuals/pump.docx". */
function nameOf(file: File & { readonly relativePath?: string }): string {
  const way = (file.webkitRelativePath || file.relativePath || file.name).replace(/^\.?\//, '');
  // Names have an end; the last part of the way is what one knows it by.
  return way.length > 300 ? way.slice(-300).replace(/^[^/]*\//, '') : way;
}
