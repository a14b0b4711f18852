"""Real sentences (translations of Debian packages) with the base forms that other programs give their words.

Reads {language: sentences wanted} as JSON; writes {language: [{"text", "tokens": [[start, end, [base forms]]]}]}.
Base forms by hunspell's dictionaries, Voikko for Finnish, MeCab for Japanese. A language whose analyser is not
installed is left out. Texts of lists of names (iso-codes) are not used.
"""
import gettext, glob, json, os, re, subprocess, sys

HUNSPELL = {'en': 'en_US', 'de': 'de_DE', 'pl': 'pl_PL', 'fr': 'fr_FR', 'ru': 'ru_RU', 'hu': 'hu_HU', 'tr': 'tr_TR'}
WORD = re.compile(r'[^\W\d_]+')


def sentences(language, wanted):
    seen = set()
    out = []
    source = 'de' if language == 'en' else language
    for path in sorted(glob.glob(f'/usr/share/locale/{source}/LC_MESSAGES/*.mo')):
        if 'iso_' in path or 'iso-' in path:
            continue
        try:
            catalogue = gettext.GNUTranslations(open(path, 'rb'))._catalog
        except Exception:
            continue
        for key, value in catalogue.items():
            text = key if language == 'en' else value
            if not isinstance(text, str) or text in seen or '\n' in text or not 25 <= len(text) <= 240:
                continue
            if re.search(r'[%<>{}\\|=~@]|--|[a-z]_[a-z]', text):
                continue
            seen.add(text)
            out.append(text)
    step = max(1, len(out) // wanted)
    return out[::step][:wanted]


def by_hunspell(dictionary, texts):
    words = sorted({word for text in texts for word in WORD.findall(text)})
    if not os.path.exists(f'/usr/share/hunspell/{dictionary}.dic'):
        return None
    done = subprocess.run(['hunspell', '-i', 'UTF-8', '-d', dictionary, '-s'], input='\n'.join(words) + '\n',
                          capture_output=True, text=True, encoding='utf-8', errors='replace')
    stems = {}
    for line in done.stdout.split('\n'):
        parts = line.split()
        if len(parts) >= 2:
            stems.setdefault(parts[0], set()).update(parts[1:2])
        elif len(parts) == 1:
            stems.setdefault(parts[0], set())
    return lambda word: sorted(stems.get(word, ()))


def by_voikko():
    import libvoikko
    voikko = libvoikko.Voikko('fi')
    known = {}
    def look(word):
        if word not in known:
            known[word] = sorted({a['BASEFORM'] for a in voikko.analyze(word) if 'BASEFORM' in a})
        return known[word]
    return look


def japanese(texts):
    out = []
    for text in texts:
        done = subprocess.run(['mecab', '-F', '%m\t%f[0]\t%f[1]\n', '-U', '%m\t?\t?\n', '-E', ''], input=text + '\n',
                              capture_output=True, text=True, encoding='utf-8')
        tokens, at = [], 0
        for line in done.stdout.split('\n'):
            parts = line.split('\t')
            if len(parts) < 3:
                continue
            start = text.find(parts[0], at)
            if start < 0:
                continue
            at = start + len(parts[0])
            noun = parts[1] == '名詞' and parts[2] in ('一般', 'サ変接続')
            tokens.append([start, at, [parts[0]] if noun else []])
        out.append({'text': text, 'tokens': tokens})
    return out


result = {}
for language, wanted in json.load(sys.stdin).items():
    texts = sentences(language, wanted)
    try:
        if language == 'ja':
            result[language] = japanese(texts)
            continue
        lemmas = by_voikko() if language == 'fi' else by_hunspell(HUNSPELL[language], texts)
    except (ImportError, FileNotFoundError):
        continue
    if lemmas is None:
        continue
    result[language] = [
        {'text': text, 'tokens': [[m.start(), m.end(), lemmas(m.group())] for m in WORD.finditer(text)]}
        for text in texts
    ]
json.dump(result, sys.stdout)
