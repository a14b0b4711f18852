import Box from '@mui/material/Box';
import { CODE } from '@fair-copy/core/text/inline-codes.js';
import { direction } from '@fair-copy/core/language/tags.js';
import { useEffect, useRef, useState } from 'react';
import { call } from '../../api/http.js';
import type { MemoryBody, UnitBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { sendSeen } from '../../parts/conflict-store.js';
import { codeLabel } from '../../ui/CodedText.js';
import { languageLabel } from '../../ui/languages.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { memoryTexts } from './messages.js';
import { SERIF, MONO } from '../../ui/typefaces.js';

const t = memoryTexts;

interface Props {
  readonly memory: MemoryBody;
  readonly unit: UnitBody;
  readonly language: string;
  readonly onClose: () => void;
  readonly onNext: () => void;
}

/** The first text of a language, in place; its codes are capsules that one types around, moves, but cannot break. */
export function VariantEditor({ memory, unit, language, onClose, onNext }: Props) {
  const field = useRef<HTMLDivElement>(null);
  const fail = useToast((state) => state.fail);
  // Whatever comes in from elsewhere while one types: the edit began from this.
  const [{ index, variant, version }] = useState(() => {
    const at = unit.variants.findIndex((one) => one.language === language);
    return { index: at, variant: unit.variants[at], version: unit.version };
  });
  useEffect(() => {
    const element = field.current!;
    element.replaceChildren(...nodesOf(variant?.text ?? '', variant?.codes ?? []));
    element.focus();
    document.getSelection()?.selectAllChildren(element);
    document.getSelection()?.collapseToEnd();
    // Only once: what is typed belongs to the element from then on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const save = async (then: () => void): Promise<void> => {
    const { text, codes } = typed(field.current!);
    const params = { id: memory.id, unit: unit.id };
    const same = variant && text === variant.text && codes.every((code, i) => code === i);
    if (!same && text.trim() !== '') {
      const sent = await sendSeen({
        version,
        send: (seen) => {
          const said = seen ? { version: seen } : {};
          return variant
            ? call('PATCH /memories/:id/units/:unit', { params, body: { variant: index, text, codes, ...said } })
            : call('POST /memories/:id/units/:unit/variants', { params, body: { language, text, ...said } });
        },
        mine: shownOf(text),
        language,
        theirs: async () => {
          const now = await call('GET /memories/:id/units/:unit', { params });
          return shownOf(now.variants.find((one) => one.language === language)?.text ?? '');
        },
      });
      if (sent === null) return onClose();
    }
    then();
  };
  return (
    <Box onClick={(event) => event.stopPropagation()}>
      <Box
        ref={field}
        component="div"
        role="textbox"
        aria-label={t.textIn(languageLabel(language))}
        aria-multiline="true"
        contentEditable
        suppressContentEditableWarning
        lang={language}
        dir={direction(language)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') onClose();
          else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void save(onNext).catch(fail);
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
        onPaste={(event) => {
          // Plain text only: whatever else is copied brings no codes of this unit.
          event.preventDefault();
          document.execCommand('insertText', false, event.clipboardData.getData('text/plain').replaceAll(CODE, ''));
        }}
        sx={(theme) => ({
          fontFamily: SERIF,
          fontSize: 16,
          lineHeight: '24px',
          whiteSpace: 'pre-wrap',
          outline: `2px solid ${theme.inks.petrol}`,
          outlineOffset: 3,
          borderRadius: 0.5,
          minHeight: 24,
          '& [data-code]': {
            fontFamily: MONO,
            fontSize: 11,
            padding: '0 5px',
            margin: '0 1px',
            color: theme.inks.quiet,
            backgroundColor: theme.inks.tint,
            border: `1px solid ${theme.inks.hairline}`,
            borderRadius: 8,
            cursor: 'grab',
          },
        })}
      />
      <Box sx={{ display: 'flex', gap: 1.5, mt: 0.75, fontSize: 13 }}>
        <WordButton onClick={() => void save(onClose).catch(fail)}>{m.common.save}</WordButton>
        <WordButton onClick={onClose}>{m.common.cancel}</WordButton>
        <Box component="span" sx={{ color: 'text.secondary' }}>
          {t.keys.hint}
        </Box>
      </Box>
    </Box>
  );
}

/** Codes leave nothing in a text that is only read. */
const shownOf = (text: string): string => text.replaceAll(CODE, '');

type Codes = UnitBody['variants'][number]['codes'];

function nodesOf(text: string, codes: Codes): Node[] {
  const nodes: Node[] = [];
  text.split(CODE).forEach((piece, i) => {
    const code = codes[i - 1];
    if (i > 0 && code) {
      const capsule = document.createElement('span');
      capsule.contentEditable = 'false';
      capsule.draggable = true;
      capsule.dataset.code = String(i - 1);
      capsule.textContent = code.shown;
      capsule.setAttribute('aria-label', codeLabel(code));
      capsule.setAttribute('role', 'img');
      nodes.push(capsule);
    }
    if (piece) nodes.push(document.createTextNode(piece));
  });
  return nodes;
}

/** The text as it stands in the field, and which of the old codes stand where. */
function typed(element: HTMLElement): { readonly text: string; readonly codes: readonly number[] } {
  let text = '';
  const codes: number[] = [];
  const visit = (node: Node): void => {
    if (node instanceof HTMLElement && node.dataset.code !== undefined) {
      codes.push(Number(node.dataset.code));
      text += CODE;
    } else if (node instanceof Text) text += node.data.replaceAll(CODE, '');
    else if (node instanceof HTMLBRElement) text += '\n';
    else {
      if (node !== element && node instanceof HTMLDivElement && text !== '' && !text.endsWith('\n')) text += '\n';
      node.childNodes.forEach(visit);
    }
  };
  visit(element);
  return { text: text.replace(/\u00A0/g, (space) => space).replace(/\n$/, ''), codes };
}
