/** What a person types in a text of a unit, until it is saved or given up. */
import { CODE } from '@fair-copy/core/text/inline-codes.js';
import { useEffect, useRef, useState, type RefObject } from 'react';
import { call } from '../api/http.js';
import type { UnitBody } from '../api/types.js';
import { sendSeen } from './conflict-store.js';
import { useToast } from '../ui/toast-store.js';
import { useKeptWhenGone, useUnsaved } from '../ui/unsaved-store.js';
import { missingCodes, nodesOf, typed, withCodesBack, type Codes, type Typed } from './coded-field.js';

export interface EditedVariant {
  readonly memoryId: number;
  readonly unit: UnitBody;
  readonly language: string;
  readonly onClose: () => void;
  readonly onNext: () => void;
}

export interface VariantEdit {
  readonly field: RefObject<HTMLDivElement | null>;
  /** Codes that were to be saved away, and are asked for. */
  readonly missing: Codes;
  typedIn(): void;
  save(then: 'close' | 'next'): void;
  saveWithout(): void;
  putBack(): void;
  giveUp(): void;
}

export function useVariantEdit({ memoryId, unit, language, onClose, onNext }: EditedVariant): VariantEdit {
  const field = useRef<HTMLDivElement>(null);
  const fail = useToast((state) => state.fail);
  const begun = useBegun(unit, language);
  const { variant } = begun;
  /** What is typed; null: nothing was. */
  const [now, setNow] = useState<Typed | null>(null);
  const [asking, setAsking] = useState(false);
  const ended = useRef(false);
  useEffect(() => {
    const element = field.current!;
    element.replaceChildren(...nodesOf(variant?.text ?? '', variant?.codes ?? []));
    element.focus();
    document.getSelection()?.selectAllChildren(element);
    document.getSelection()?.collapseToEnd();
    // Only once: what is typed belongs to the element from then on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const missing = variant && now ? missingCodes(variant.codes, now) : [];
  const isTyped = now !== null && (now.text !== (variant?.text ?? '') || missing.length > 0);
  const end = (then: () => void): void => {
    ended.current = true;
    then();
  };
  const send = async (text: Typed, then: () => void): Promise<boolean> => {
    try {
      const isSaved = await saved({ ...begun, memoryId, unit, language }, text);
      end(isSaved ? then : onClose);
      return true;
    } catch (error) {
      fail(error);
      return false;
    }
  };
  /** @returns false: not saved, and why is said */
  const save = async (then: () => void): Promise<boolean> => {
    const text = typed(field.current!);
    setNow(text);
    const isCut = variant !== undefined && text.text.trim() !== '' && missingCodes(variant.codes, text).length > 0;
    setAsking(isCut);
    return isCut ? false : send(text, then);
  };
  useUnsaved(isTyped ? now.text.replaceAll(CODE, '') : null, () => save(onClose));
  // Nobody can be asked any more: the codes stay in the text.
  useKeptWhenGone(isTyped, () => {
    if (!ended.current) void send(variant ? withCodesBack(variant.text, now!) : now!, () => undefined);
  });
  return {
    field,
    missing: asking ? missing.map((i) => variant!.codes[i]!) : [],
    typedIn: () => setNow(typed(field.current!)),
    save: (then) => void save(then === 'next' ? onNext : onClose),
    saveWithout: () => void send(typed(field.current!), onClose),
    putBack: () => {
      const { text, codes } = withCodesBack(variant!.text, typed(field.current!));
      const all = codes.map((i) => variant!.codes[i]!);
      field.current!.replaceChildren(...nodesOf(text, all, codes));
      setNow({ text, codes });
      setAsking(false);
      field.current!.focus();
    },
    giveUp: () => end(onClose),
  };
}

interface Begun {
  /** Which of the unit's variants it is; absent: the unit has none in the language. */
  readonly index: number;
  readonly variant: UnitBody['variants'][number] | undefined;
  readonly version: string;
}

/** Whatever comes in from elsewhere while one types: the edit began from this. */
function useBegun(unit: UnitBody, language: string): Begun {
  const [begun] = useState(() => {
    const index = unit.variants.findIndex((one) => one.language === language);
    return { index, variant: unit.variants[index], version: unit.version };
  });
  return begun;
}

/** @returns false: somebody else's text stands, as the person decided */
async function saved(
  { memoryId, unit, language, index, variant, version }: Begun & Pick<EditedVariant, 'memoryId' | 'unit' | 'language'>,
  { text, codes }: Typed,
): Promise<boolean> {
  const params = { id: memoryId, unit: unit.id };
  const isSame = variant && text === variant.text && codes.every((code, i) => code === i);
  if (isSame || text.trim() === '') return true;
  const sent = await sendSeen({
    version,
    send: (seen) => {
      const said = seen ? { version: seen } : {};
      return variant
        ? call('PATCH /memories/:id/units/:unit', {
            params,
            body: { variant: index, text, codes: [...codes], ...said },
          })
        : call('POST /memories/:id/units/:unit/variants', { params, body: { language, text, ...said } });
    },
    mine: text.replaceAll(CODE, ''),
    language,
    theirs: async () => {
      const there = await call('GET /memories/:id/units/:unit', { params });
      return (there.variants.find((one) => one.language === language)?.text ?? '').replaceAll(CODE, '');
    },
  });
  return sent !== null;
}
