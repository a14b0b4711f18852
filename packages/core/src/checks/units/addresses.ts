/** Addresses on the net, e-mail addresses and paths of files stay what they are. */
import { marksOfTexts, missingIn, onTarget, perPair } from './pair.js';

const about = { id: 'url', severity: 'error' } as const;

/** RFC 3986, 3 (scheme and authority), and what people write without a scheme. */
const URL = /\b(?:[a-z][a-z0-9+.-]*:\/\/|www\.)[^\s<>"'”“«»（）()[\]{}，。、；：]+/gi;
/** RFC 5321, 4.1.2, without quoted local parts. */
const EMAIL = /[\w.!#$%&'*+/=?^`{|}~-]+@[\w-]+(?:\.[\w-]+)+/g;
/** From the root or the home of a user, two steps at least; drives of Windows. */
const PATH = /(?<![\w/.:<>~*-])(?:~|\.{1,2})?(?:\/[\w.+@%-]+){2,}\/?|\b[A-Z]:\\[\w.+\\ -]+\w/g;

/** Marks that end a sentence behind an address do not belong to it. */
const bare = (address: string): string => address.replace(/[.,;:!?…*]+$/, '');

/** What may be another one in another language: the scheme's "s", the language in host or path, the slash at the end. */
function key(address: string): string {
  return bare(address)
    .replace(/^https?:\/\//i, '//')
    .replace(/^(\/\/)?[a-z]{2,3}(?:[-_][A-Za-z]{2,4})?\.(?=[\w-]+\.)/i, '$1')
    .replace(/\/(?:[a-z]{2}(?:[-_][A-Za-z]{2,4})?)(?=\/|$|\.)/g, '')
    .replace(/[._-](?:[a-z]{2}(?:[-_][A-Z]{2})?)(?=\.html?$)/, '')
    .replace(/\/+$/, '')
    .toLowerCase();
}

function addressesOf(text: string): string[] {
  if (!/[@/\\]|www\./i.test(text)) return [];
  const found: string[] = [];
  let rest = text;
  for (const pattern of [URL, EMAIL, PATH])
    rest = rest.replace(pattern, (address) => {
      const plain = bare(address);
      // "/path/%s": what is filled in is another check.
      if (plain.length > 3) found.push(plain);
      return ' '.repeat(address.length);
    });
  return found;
}

export const addressCheck = perPair(about, function* (pair) {
  const [source, target] = [addressesOf(pair.source.text), addressesOf(pair.target.text)];
  if (source.length === 0 && target.length === 0) return;
  const lost = missingIn(source.map(key), target.map(key));
  const more = missingIn(target.map(key), source.map(key)).filter((one) => !source.map(key).includes(one));
  if (lost.length === 0 && more.length === 0) return;
  const values = {
    missing: source.filter((one) => lost.includes(key(one))),
    added: target.filter((one) => more.includes(key(one))),
  };
  yield onTarget(
    about,
    pair,
    { code: 'addresses', values },
    { marks: [...marksOfTexts(pair.source, values.missing), ...marksOfTexts(pair.target, values.added)] },
  );
});
