/** XML of careless writers: what can be put right without guessing is put right, the rest is left to the parser. */

// Characters that XML 1.0 (section 2.2, Char) does not allow, and references to them.
const CONTROL = /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]/g;
const AMPERSAND = /&(?:#(?:x([0-9a-f]+)|(\d+));|(\w+);)?/gi;
const XML_NAMES = new Set(['lt', 'gt', 'amp', 'quot', 'apos']);
/** Named characters of HTML 4 that turn up in exchange files. */
const HTML: Readonly<Record<string, string>> = {
  nbsp: '\u00A0',
  shy: '\u00AD',
  copy: '©',
  reg: '®',
  trade: '™',
  deg: '°',
  ndash: '–',
  mdash: '—',
  hellip: '…',
  lsquo: '‘',
  rsquo: '’',
  ldquo: '“',
  rdquo: '”',
  bdquo: '„',
  sbquo: '‚',
  laquo: '«',
  raquo: '»',
  euro: '€',
  bull: '•',
  middot: '·',
  times: '×',
  sect: '§',
  para: '¶',
  auml: 'ä',
  ouml: 'ö',
  uuml: 'ü',
  Auml: 'Ä',
  Ouml: 'Ö',
  Uuml: 'Ü',
  szlig: 'ß',
  eacute: 'é',
  egrave: 'è',
  agrave: 'à',
  aacute: 'á',
  ccedil: 'ç',
  ntilde: 'ñ',
  oacute: 'ó',
  iacute: 'í',
  uacute: 'ú',
  ecirc: 'ê',
  acirc: 'â',
  ocirc: 'ô',
  aring: 'å',
  Aring: 'Å',
  aelig: 'æ',
  oslash: 'ø',
};

/** Whether a text has characters that XML 1.0 does not allow. */
export function hasForbidden(text: string): boolean {
  CONTROL.lastIndex = 0;
  return CONTROL.test(text);
}

/** Control characters leave nothing, unknown entities and bare ampersands become text. The very same text if all is well. */
export function mended(source: string): string {
  // What stands in a CDATA section is text as it is.
  if (source.includes('<![CDATA['))
    return source
      .split(/(<!\[CDATA\[[\s\S]*?\]\]>)/)
      .map((piece) => (piece.startsWith('<![CDATA[') ? piece.replace(CONTROL, '') : mendedMarkup(piece)))
      .join('');
  return mendedMarkup(source);
}

function mendedMarkup(source: string): string {
  let text = source;
  if (hasForbidden(text)) text = text.replace(CONTROL, '');
  if (!text.includes('&')) return text;
  return text.replace(
    AMPERSAND,
    (whole, hex: string | undefined, decimal: string | undefined, name: string | undefined) => {
      if (name) return XML_NAMES.has(name) ? whole : (HTML[name] ?? `&amp;${name};`);
      if (hex ?? decimal) return isAllowed(parseInt(hex ?? decimal!, hex ? 16 : 10)) ? whole : '';
      return whole === '&' ? '&amp;' : whole;
    },
  );
}

function isAllowed(code: number): boolean {
  return (
    code === 9 ||
    code === 10 ||
    code === 13 ||
    (code >= 32 && code <= 0xd7ff) ||
    (code >= 0xe000 && code <= 0xfffd) ||
    (code >= 0x10000 && code <= 0x10ffff)
  );
}
