import { direction } from '@fair-copy/core/language/tags.js';
import { styled } from '@mui/material/styles';
import type { ReactNode } from 'react';

const Text = styled('span')({
  fontFamily:
    "'Source Serif 4 Variable', 'Noto Sans JP Variable', 'Noto Sans SC Variable', 'Noto Sans KR Variable', 'Noto Sans Arabic Variable', 'Noto Sans Hebrew Variable', 'Noto Sans Devanagari Variable', 'Noto Sans Thai Variable', Georgia, serif",
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
