/** `npm run bench`: sets up what it needs, then measures; with names of parts only those. */
import { getOutside } from './outside.mjs';
import { build, install, run } from './set-up.mjs';

/** References for the recognition of terms: the words' base forms, as others know them. */
const ANALYSERS = [
  ['hunspell', '/usr/bin/hunspell'],
  ...['en-us', 'de-de', 'fr', 'pl', 'ru', 'hu', 'tr'].map((name) => {
    const [language, region] = name.split('-');
    return [`hunspell-${name}`, `/usr/share/hunspell/${language}_${(region ?? language).toUpperCase()}.dic`];
  }),
  ['python3-libvoikko', '/usr/lib/python3/dist-packages/libvoikko.py'],
  ['voikko-fi', '/usr/share/doc/voikko-fi'],
  ['mecab', '/usr/bin/mecab'],
  ['mecab-ipadic-utf8', '/usr/share/doc/mecab-ipadic-utf8'],
  ['sqlite3', '/usr/bin/sqlite3'],
];

/** Translated manual pages, in which nouns are looked for: the package, and a page of it. */
const MANUALS = [
  ...['pl', 'ru', 'hu', 'es', 'nl', 'cs', 'fi', 'sv'].map((language) => [
    `manpages-${language}`,
    `/usr/share/man/${language}/man1/cat.1.gz`,
  ]),
  ['manpages-it', '/usr/share/man/it/man1/addr2line.1.gz'],
  ['manpages-pt-br', '/usr/share/man/pt_BR/man1/cat.1.gz'],
];

/** Manuals with glossaries of their own, in which terms are looked for. */
const GLOSSARIES = [
  ['git-doc', '/usr/share/doc/git-doc/gitglossary.html'],
  ['apache2-doc', '/usr/share/doc/apache2-doc/manual/en/glossary.html'],
  ['postgresql-doc-15', '/usr/share/doc/postgresql-doc-15/html/glossary.html'],
  ['python3-lxml', '/usr/lib/python3/dist-packages/lxml'],
];

install();
getOutside([...ANALYSERS, ...MANUALS, ...GLOSSARIES]);
build();
run('node', ['bench/run.mjs', ...process.argv.slice(2)]);
