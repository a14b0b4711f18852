import { direction } from '@fair-copy/core/language/tags.js';
import { styled } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { SERIF } from './typefaces.js';

const Text = styled('span')({
  fontFamily: SERIF,
  fontSize: 16,
  lineHeight: '24px',
  overflowWrap: 'anywhere',
  whiteSpace: 'pre-wrap',
});

/** A piece of a language: in the serif, with its `lang` and its own direction. */
export function LanguageText({
  language,
  children,
}: {
  readonly language: string | null;
  readonly children: ReactNode;
}) {
  return (
    <Text
      {...(language && language !== 'und' && { lang: language, dir: direction(language) })}
      {...(!language && { dir: 'auto' })}
    >
      {children}
    </Text>
  );
}
