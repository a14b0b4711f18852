import { errorWords } from '../../words.js';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Typography from '@mui/material/Typography';
import { ArrowLeftRight, X } from 'lucide-react';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { useNavigate } from 'react-router';
import { upload, call } from '../../api/http.js';
import type { FileLook } from '../../api/types.js';
import { QUIET } from '../../ui/dragging.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { useToast } from '../../ui/toast-store.js';
import { useBusy } from '../../ui/useBusy.js';
import { exchanged, matched, type Couple, type Place } from './matched.js';
import { ReadingChoices, USUAL, type FileReading } from './ReadingChoices.js';
import { alignTexts } from './messages.js';

const t = alignTexts.files;

/** A file that was dropped; what it is becomes known a moment later. */
interface Dropped extends FileLook {
  readonly key: number;
}

let key = 0;

/** Where source and target files are dropped and put opposite each other, by themselves and then by hand. */
export function FileCouples({ clientId }: { readonly clientId: number }) {
  const [couples, setCouples] = useState<readonly Couple<Dropped>[]>([]);
  const [reading, setReading] = useState<FileReading>(USUAL);
  const { coming, receive } = useComing(setCouples);
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop: (files) => void receive(files),
    noClick: true,
    noKeyboard: true,
  });
  return (
    <Box
      {...getRootProps({ role: 'group', 'aria-label': t.drop, tabIndex: undefined })}
      sx={(theme) => ({
        p: 2,
        mb: 3,
        border: '1.5px dashed',
        borderColor: isDragActive ? theme.inks.petrol : theme.inks.quiet,
        bgcolor: theme.inks.sheet,
      })}
    >
      <input {...getInputProps({ 'aria-label': t.drop })} />
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, flexWrap: 'wrap' }}>
        <Typography>{t.drop}</Typography>
        <Button onClick={open}>{t.choose}</Button>
        <Typography variant="body2" color="textSecondary">
          {coming > 0 ? t.looking(coming) : t.kinds}
        </Typography>
      </Box>
      {couples.flat().some(Boolean) && (
        <>
          <CoupleTable couples={couples} onChange={setCouples} />
          <ReadingChoices
            reading={reading}
            word={couples.flat().some((file) => file && /\.docx$/i.test(file.name))}
            onChange={setReading}
          />
          <StartLine {...{ clientId, couples, reading }} waiting={coming > 0} onChange={setCouples} />
        </>
      )}
    </Box>
  );
}

type Couples = readonly Couple<Dropped>[];
type Change = (change: (now: Couples) => Couples) => void;

/** Files on their way: sent, looked at, put beside what is there. `coming`: how many are not yet. */
function useComing(change: Change): { coming: number; receive(files: readonly File[]): Promise<void> } {
  const [coming, setComing] = useState(0);
  const fail = useToast((state) => state.fail);
  const receive = async (files: readonly File[]): Promise<void> => {
    setComing((n) => n + files.length);
    const seen: Dropped[] = [];
    for (const file of files) {
      try {
        seen.push(await look(file));
      } catch (error) {
        fail(error);
      }
      setComing((n) => n - 1);
    }
    change((now) => {
      // Couples that stand are left alone; what stood without counterpart may have one now.
      const whole = now.filter(([source, target]) => source && target);
      const single = now.flat().filter((file) => file !== null && !whole.some((couple) => couple.includes(file)));
      return [...whole, ...matched([...single, ...seen] as Dropped[])];
    });
  };
  return { coming, receive };
}

async function look(file: File): Promise<Dropped> {
  const { sha256 } = await upload('POST /alignments/files', { file });
  const seen = await call('POST /alignments/look', { body: { name: file.name, sha256 } });
  return { ...seen, key: ++key };
}

function CoupleTable({ couples, onChange }: { readonly couples: Couples; readonly onChange: Change }) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor),
  );
  return (
    <DndContext
      sensors={sensors}
      accessibility={{ ...QUIET, screenReaderInstructions: { draggable: t.dragHow } }}
      onDragEnd={({ active, over }) => {
        if (over) onChange((now) => exchanged(now, active.data.current as Place, over.data.current as Place));
      }}
    >
      <Box role="table" aria-label={t.couples} sx={{ mt: 1.5 }}>
        <Box role="row" sx={{ ...ROW, fontSize: 13, color: 'text.secondary' }}>
          <span role="columnheader">{t.source}</span>
          <span role="columnheader" aria-label={t.exchangeAll} />
          <span role="columnheader">{t.target}</span>
        </Box>
        {[...couples, [null, null] as const].map(([source, target], row) => (
          <Box key={`${source?.key ?? ''}-${target?.key ?? ''}-${row}`} role="row" sx={ROW}>
            <Slot
              file={source}
              place={{ row, side: 0 }}
              alone={target !== null}
              onRemove={() => onChange((now) => without(now, source))}
            />
            <Box role="cell" sx={{ textAlign: 'center' }}>
              {(source ?? target) && (
                <IconButton
                  size="small"
                  aria-label={t.exchange(source?.name ?? target!.name)}
                  onClick={() => onChange((now) => now.with(row, [target, source]))}
                >
                  <ArrowLeftRight size={16} />
                </IconButton>
              )}
            </Box>
            <Slot
              file={target}
              place={{ row, side: 1 }}
              alone={source !== null}
              onRemove={() => onChange((now) => without(now, target))}
            />
          </Box>
        ))}
      </Box>
    </DndContext>
  );
}

interface StartLineProps {
  readonly clientId: number;
  readonly couples: Couples;
  readonly reading: FileReading;
  /** Files are still coming. */
  readonly waiting: boolean;
  readonly onChange: Change;
}

function StartLine({ clientId, couples, reading, waiting, onChange }: StartLineProps) {
  const { busy, run } = useBusy();
  const navigate = useNavigate();
  const files = couples.flat().filter(Boolean).length;
  const ready = couples.flatMap(([source, target]) =>
    source && target && !source.error && !target.error ? [[source, target] as const] : [],
  );
  const start = async (): Promise<void> => {
    const side = ({ name, sha256 }: Dropped) => ({ name, sha256 });
    const ids: number[] = [];
    for (const [source, target] of ready) {
      const body = { clientId, source: side(source), target: side(target), reading };
      ids.push((await call('POST /alignments', { body })).id);
      onChange((now) => now.filter((couple) => !couple.includes(source)));
    }
    // One couple is opened; several are seen together first.
    if (ids.length === 1) void navigate(`/align/${ids[0]}`);
  };
  return (
    <Box sx={{ display: 'flex', gap: 1, mt: 1.5, alignItems: 'baseline' }}>
      <Button variant="contained" disabled={ready.length === 0 || busy || waiting} onClick={() => run(start)}>
        {alignTexts.start(ready.length)}
      </Button>
      <Button onClick={() => onChange(() => [])}>{t.clear}</Button>
      {files > ready.length * 2 && (
        <Typography variant="body2" color="textSecondary">
          {t.waiting(files - ready.length * 2)}
        </Typography>
      )}
    </Box>
  );
}

const ROW = {
  display: 'grid',
  gridTemplateColumns: 'minmax(0, 1fr) 44px minmax(0, 1fr)',
  alignItems: 'center',
  mb: 0.75,
};

const without = (couples: readonly Couple<Dropped>[], file: Dropped | null): Couple<Dropped>[] =>
  couples
    .map(([source, target]): Couple<Dropped> => [source === file ? null : source, target === file ? null : target])
    .filter(([source, target]) => source !== null || target !== null);

interface SlotProps {
  readonly file: Dropped | null;
  readonly place: Place;
  /** Its counterpart is there: an empty place is a missing file. */
  readonly alone: boolean;
  readonly onRemove: () => void;
}

/** A place in a column; a file in it can be dragged to any other place. */
function Slot({ file, place, alone, onRemove }: SlotProps) {
  const id = `${place.row}-${place.side}`;
  const { setNodeRef: setPlace, isOver } = useDroppable({ id, data: place });
  const { setNodeRef, attributes, listeners, transform, isDragging } = useDraggable({
    id,
    data: place,
    disabled: file === null,
  });
  return (
    <Box
      ref={setPlace}
      role="cell"
      sx={(theme) => ({
        minHeight: 48,
        border: 1,
        borderStyle: file ? 'solid' : 'dashed',
        borderColor: isOver ? theme.inks.petrol : 'divider',
        bgcolor: isOver ? theme.inks.tint : undefined,
        display: 'flex',
        alignItems: 'center',
      })}
    >
      {file ? (
        <>
          <Box
            ref={setNodeRef}
            {...attributes}
            {...listeners}
            aria-roledescription={t.draggable}
            sx={(theme) => ({
              flex: 1,
              minWidth: 0,
              px: 1.5,
              py: 0.5,
              cursor: 'grab',
              touchAction: 'none',
              overflowWrap: 'anywhere',
              bgcolor: theme.inks.sheet,
              ...(isDragging && { position: 'relative', zIndex: 2, boxShadow: 3 }),
            })}
            style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
          >
            <Typography>{file.name}</Typography>
            {file.error ? (
              <Typography variant="body2" color="error">
                {errorWords(file.error)}
              </Typography>
            ) : (
              <Typography variant="body2" color="textSecondary" component="div">
                {file.language && file.language !== 'und' ? <LanguageName tag={file.language} quiet /> : t.noLanguage}
                {' · '}
                {t.paragraphs(file.paragraphs)}
              </Typography>
            )}
          </Box>
          <IconButton size="small" aria-label={t.remove(file.name)} onClick={onRemove}>
            <X size={15} />
          </IconButton>
        </>
      ) : (
        <Typography variant="body2" sx={{ px: 1.5, color: alone ? 'warning.main' : 'text.secondary' }}>
          {alone ? t.missing : t.place}
        </Typography>
      )}
    </Box>
  );
}
