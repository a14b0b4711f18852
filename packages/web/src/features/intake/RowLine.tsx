import { cleanValue } from '@fair-copy/core/intake/cleaning/values.js';
import { standardValue } from '@fair-copy/core/intake/values.js';
import { languageOfRole, type ColumnReading, type Reading } from '@fair-copy/core/intake/reading.js';
import { columnLetter } from '@fair-copy/core/sheet/model.js';
import { fieldLabel, valueLabel } from '../../parts/field-words.js';
import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import { useKeptWhenGone, useUnsaved } from '../../ui/unsaved-store.js';
import { memo, useRef, useState } from 'react';
import type { IntakeRowBody } from '../../api/types.js';
import { number } from '../../ui/format.js';
import { LanguageText } from '../../ui/LanguageText.js';
import type { RowGrid } from './columns.js';
import { visible } from './visible.js';
import { intakeTexts } from './messages.js';
import { RowRemark, type RowDecisionBody } from './RowRemark.js';
import { SERIF } from '../../ui/typefaces.js';
import { chosenLine } from '../../ui/chosen-line.js';

interface Props {
  /** Undefined while it is being fetched. */
  readonly row: IntakeRowBody | undefined;
  readonly reading: Reading;
  readonly grid: RowGrid;
  readonly selected: boolean;
  readonly editing: boolean;
  /** The termbase that the file is to be written to; null: a new one. */
  readonly target: number | null;
  readonly onSelect: () => void;
  readonly onEdit: (on: boolean) => void;
  readonly onDecide: (row: number, decision: RowDecisionBody) => void;
}

const t = intakeTexts.rows;

/** One row of the client's file, with its remark in the margin beside it. */
export const RowLine = memo(function RowLine({
  row,
  reading,
  grid,
  selected,
  editing,
  target,
  onSelect,
  onEdit,
  onDecide,
}: Props) {
  const dimmed = row?.outcome?.kind === 'not data';
  return (
    <Box
      role="row"
      aria-rowindex={row?.number}
      {...chosenLine(selected)}
      onClick={onSelect}
      sx={(theme) => ({
        display: 'grid',
        gridTemplateColumns: grid.template,
        minWidth: grid.minWidth,
        minHeight: 33,
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: selected ? theme.inks.tint : dimmed ? theme.inks.dimmed : theme.inks.sheet,
        boxShadow: selected ? `inset 3px 0 ${theme.inks.petrol}` : undefined,
      })}
    >
      <Box
        role="rowheader"
        sx={{
          p: '6px 8px',
          color: 'text.secondary',
          fontSize: 12,
          textAlign: 'end',
          fontVariantNumeric: 'tabular-nums',
        }}
      >
        <span title={row?.line ? t.line(row.line) : undefined}>{row ? number(row.number) : '…'}</span>
      </Box>
      {row && isTitle(row) && !editing ? (
        <TitleCell row={row} columns={reading.columns.length} onEdit={() => onEdit(true)} />
      ) : (
        reading.columns.map((column) => (
          <Cell
            key={column.index}
            column={column}
            row={row}
            reading={reading}
            dimmed={dimmed}
            editing={editing && isEdited(column, row, reading)}
            onEdit={onEdit}
            onDecide={onDecide}
          />
        ))
      )}
      <Box
        role="cell"
        sx={{
          p: '6px 12px',
          borderLeft: 1,
          borderColor: 'divider',
          bgcolor: 'background.default',
          position: 'sticky',
          right: 0,
        }}
      >
        {row && (
          <RowRemark
            row={row}
            reading={reading}
            target={target}
            onDecide={(decision) => onDecide(row.number, decision)}
          />
        )}
      </Box>
    </Box>
  );
});

/** Above the header, or between tables: no data, so it stands in no column. */
function isTitle({ outcome }: IntakeRowBody): boolean {
  return outcome?.kind === 'not data' && outcome.reason === 'title';
}

interface TitleProps {
  readonly row: IntakeRowBody;
  readonly columns: number;
  readonly onEdit: () => void;
}

/** What a title row says, on one line across the sheet. */
function TitleCell({ row, columns, onEdit }: TitleProps) {
  return (
    <Box
      role="cell"
      onDoubleClick={onEdit}
      aria-colspan={columns}
      dir="auto"
      sx={{
        gridColumn: `span ${columns}`,
        p: '5px 12px',
        fontFamily: SERIF,
        fontStyle: 'italic',
        fontSize: 16,
        lineHeight: '24px',
        color: 'text.secondary',
      }}
    >
      {row.cells.filter((cell) => cell.trim() !== '').join(' · ')}
    </Box>
  );
}

/** Enter edits what is missing, otherwise the first term. */
function isEdited(column: ColumnReading, row: IntakeRowBody | undefined, reading: Reading): boolean {
  const terms = reading.columns.filter((c) => c.role.value.kind === 'term');
  const missing =
    row?.outcome?.kind === 'held back' ? terms.find((c) => !(row.cells[c.index] ?? '').trim()) : undefined;
  return column.index === (missing ?? terms[0])?.index;
}

interface CellProps {
  readonly column: ColumnReading;
  readonly row: IntakeRowBody | undefined;
  readonly reading: Reading;
  readonly dimmed: boolean;
  readonly editing: boolean;
  readonly onEdit: (on: boolean) => void;
  readonly onDecide: Props['onDecide'];
}

function Cell({ column, row, reading, dimmed, editing, onEdit, onDecide }: CellProps) {
  const [here, setHere] = useState(false);
  const role = column.role.value;
  const language = languageOfRole(role);
  const text = row?.cells[column.index] ?? '';
  const quiet = dimmed || role.kind === 'ignored';
  const stop = (): void => {
    setHere(false);
    onEdit(false);
  };
  return (
    <Box
      role="cell"
      onDoubleClick={() => row && setHere(true)}
      title={role.kind === 'term' && !dimmed ? undefined : text.length > 60 ? text : undefined}
      sx={{
        p: '4px 10px',
        borderLeft: 1,
        borderColor: 'divider',
        minWidth: 0,
        color: quiet ? 'text.secondary' : undefined,
      }}
    >
      {row && (editing || here) ? (
        <CellEditor
          initial={text}
          language={language}
          label={`${t.edit}: ${columnLetter(column.index)}${row.number}`}
          onSave={(value) => {
            stop();
            if (value !== text)
              onDecide(row.number, { ...row.decision, cells: { ...row.decision?.cells, [column.index]: value } });
          }}
          onCancel={stop}
        />
      ) : (
        <CellText row={row} column={column} text={text} language={language} reading={reading} dimmed={dimmed} />
      )}
    </Box>
  );
}

interface CellTextProps {
  readonly row: IntakeRowBody | undefined;
  readonly column: ColumnReading;
  readonly text: string;
  readonly language: string | null;
  readonly reading: Reading;
  readonly dimmed: boolean;
}

function CellText({ row, column, text, language, reading, dimmed }: CellTextProps) {
  const cleaned = row?.cleaned.find((c) => c.column === column.index);
  if (column.role.value.kind === 'field')
    return (
      <FieldText text={text} field={dimmed ? null : column.role.value.field} language={language} reading={reading} />
    );
  if (!cleaned)
    return (
      <LanguageText language={language}>
        {column.role.value.kind === 'ignored' && text.length > 160 ? `${text.slice(0, 160)} …` : text}
      </LanguageText>
    );
  const before = visible(text);
  return (
    <Box title={before} sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1 }}>
      {cleaned.pieces.map((piece, i) => (
        <Box
          key={i}
          component="span"
          sx={(theme) => ({
            ...(cleaned.pieces.length > 1 && i > 0 && { borderLeft: `2px solid ${theme.inks.petrol}`, pl: 1 }),
            textDecoration: cleaned.pieces.length === 1 ? 'underline' : undefined,
            textDecorationStyle: 'dotted',
            textDecorationColor: theme.inks.petrol,
            textUnderlineOffset: '4px',
          })}
        >
          <LanguageText language={language}>{piece.text}</LanguageText>
          <Said fields={piece.fields} />
        </Box>
      ))}
      <Said fields={cleaned.ofConcept} />
    </Box>
  );
}

interface FieldTextProps {
  readonly text: string;
  /** Null: the row is no data, and its text stands as it is. */
  readonly field: string | null;
  readonly language: string | null;
  readonly reading: Reading;
}

/**
 * A field that is no term: smaller, and not more than a few lines; all of it on hovering. A word of the client's for a
 * value of the standard is followed by that value.
 */
function FieldText({ text, field, language, reading }: FieldTextProps) {
  const clean = field ? cleanValue(text, reading.steps) : text;
  const standard = field ? standardValue(field, clean) : null;
  const value = standard && valueLabel(field!, standard);
  return (
    <Box
      title={text.length > 60 || clean !== text ? visible(text) : undefined}
      {...(language && { lang: language })}
      dir="auto"
      sx={{
        fontSize: 13.5,
        lineHeight: '18px',
        py: '3px',
        display: '-webkit-box',
        WebkitBoxOrient: 'vertical',
        WebkitLineClamp: 3,
        overflow: 'hidden',
        overflowWrap: 'anywhere',
      }}
    >
      {clean}
      {value && value !== clean.toLowerCase() && (
        <Box component="span" sx={{ color: 'text.secondary', fontStyle: 'italic' }} lang="en">
          {' '}
          → {value}
        </Box>
      )}
    </Box>
  );
}

/** What was taken out of a text: "(feminine; note: rare)". */
function Said({ fields }: { readonly fields: Readonly<Record<string, readonly string[]>> }) {
  const said = Object.entries(fields).flatMap(([field, values]) =>
    values.map((value) => {
      const shown = valueLabel(field, value);
      return shown === value ? `${fieldLabel(field).toLowerCase()}: ${value}` : shown;
    }),
  );
  if (said.length === 0) return null;
  return (
    <Box component="span" sx={{ fontStyle: 'italic', color: 'text.secondary', fontSize: 13, ml: 0.5 }}>
      ({said.join('; ')})
    </Box>
  );
}

interface EditorProps {
  readonly initial: string;
  readonly language: string | null;
  readonly label: string;
  readonly onSave: (text: string) => void;
  readonly onCancel: () => void;
}

function CellEditor({ initial, language, label, onSave, onCancel }: EditorProps) {
  const [text, setText] = useState(initial);
  useUnsaved(text === initial ? null : text, async () => {
    onSave(text);
    return true;
  });
  const ended = useRef(false);
  const end = (then: () => void): void => {
    ended.current = true;
    then();
  };
  useKeptWhenGone(text !== initial, () => {
    if (!ended.current) onSave(text);
  });
  return (
    <InputBase
      autoFocus
      onFocus={(event) => event.target.setSelectionRange(event.target.value.length, event.target.value.length)}
      fullWidth
      multiline
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => end(() => onSave(text))}
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.stopPropagation();
          end(onCancel);
        }
        if (event.key === 'Enter' && !event.shiftKey) {
          event.preventDefault();
          end(() => onSave(text));
        }
      }}
      inputProps={{ 'aria-label': label, ...(language && { lang: language }), dir: 'auto' }}
      sx={{
        fontFamily: SERIF,
        fontSize: 16,
        lineHeight: '24px',
        p: 0,
        outline: '2px solid',
        outlineColor: 'primary.main',
        outlineOffset: 2,
      }}
    />
  );
}
