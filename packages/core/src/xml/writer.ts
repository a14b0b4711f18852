/** Text made safe for XML 1.0. */

// Characters that XML 1.0 (section 2.2, Char) does not allow at all.
const FORBIDDEN =
  /[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE\uFFFF]|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g;

/** One look at a text tells whether there is anything to do: mostly there is not. */
const SPECIAL = /[&<>\r\u0000-\u0008\u000B\u000C\u000E-\u001F\uD800-\uDFFF\uFFFE\uFFFF]/;
const SPECIAL_IN_ATTRIBUTE = /["\n\t]/;

/** For element content. Forbidden characters become U+FFFD, a carriage return its reference. */
export function xmlText(text: string): string {
  if (!SPECIAL.test(text)) return text;
  return text
    .replace(FORBIDDEN, '\uFFFD')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/\r/g, '&#13;');
}

/** For an attribute value in double quotes. */
export function xmlAttribute(text: string): string {
  if (!SPECIAL_IN_ATTRIBUTE.test(text)) return xmlText(text);
  return xmlText(text).replace(/"/g, '&quot;').replace(/\n/g, '&#10;').replace(/\t/g, '&#9;');
}
