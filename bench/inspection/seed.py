"""A memory of real messages with seeded defects of every kind, and as many look-alikes that are right.

usage: seed.py LANGUAGE COUNT OUT.tmx OUT.json

The messages are those of catalogues in Debian packages (English and LANGUAGE). OUT.json: {"seeded": [[unit, check]],
"alike": [[unit, check]], "clean": [unit]}, units from 1. A message is taken only where its two texts agree in what is
seeded, so that a defect is one by construction; look-alikes are changed the same on both sides, or as the language rightly
writes it, so that they are right by construction.
"""
import gettext, glob, hashlib, json, random, re, sys
from xml.sax.saxutils import escape

lang, count, out_tmx, out_json = sys.argv[1], int(sys.argv[2]), sys.argv[3], sys.argv[4]
tag = lang.replace('_', '-').replace('zh-CN', 'zh-CN')
rnd = random.Random(lang + '1')
SPACELESS = lang[:2] in ('ja', 'zh', 'th')
CASED = lang[:2] not in ('ja', 'zh', 'th', 'ko', 'ar', 'he')
bad = re.compile('[\x00-\x08\x0b\x0c\x0e-\x1f]')
pairs = {}
for path in sorted(glob.glob('/usr/share/locale/%s/LC_MESSAGES/*.mo' % lang)):
    with open(path, 'rb') as f:
        try:
            catalog = gettext.GNUTranslations(f)._catalog
        except Exception:
            continue
    for k, v in catalog.items():
        if isinstance(k, str) and k and v and '\x04' not in k and not bad.search(k + v) and 8 < len(k) < 240:
            pairs.setdefault(k.strip('\n'), v.strip('\n'))
pairs = [(k, v) for k, v in pairs.items() if k != v and '\n' not in k + v]
rnd.shuffle(pairs)

words = lambda s: re.findall(r"[^\W\d_]{2,}", s)
NUM = re.compile(r'(?<![\w.,%$-])(\d{2,4})(?![\w.,%$-])')
FMT = re.compile(r'%[sd](?![a-zA-Z])')
URL = re.compile(r'https?://[\w./-]{8,}\w')
END = '.?!:'
norm_end = lambda s: {'。': '.', '．': '.', '？': '?', '！': '!', '：': ':', '؟': '?', '।': '.'}.get(s[-1:], s[-1:])
plain = lambda s: not re.search(r'[<>&_%{}\\$|=\[\]`*#@]', s)
sentence = lambda s: len(words(s)) >= 5 and s[0].isupper()


def swap_digit(n):
    i = rnd.randrange(len(n))
    d = rnd.choice([c for c in '123456789' if c != n[i]])
    return n[:i] + d + n[i + 1:]


# Each takes a pair that fits and gives back the pair with the defect, or None.
def d_number(s, t):
    m = NUM.search(t)
    if m and sorted(NUM.findall(s)) == sorted(NUM.findall(t)):
        new = swap_digit(m.group(1))
        if new not in NUM.findall(s):
            return s, t[:m.start(1)] + new + t[m.end(1):]

def d_number_lost(s, t):
    m = NUM.search(t)
    if m and not SPACELESS and sorted(NUM.findall(s)) == sorted(NUM.findall(t)) and len(words(t)) > 3:
        return s, (t[:m.start(1)] + t[m.end(1):]).replace('  ', ' ').strip()

def d_placeholder(s, t):
    if len(FMT.findall(s)) == 1 and FMT.findall(s) == FMT.findall(t) and '$' not in t:
        return s, rnd.choice([FMT.sub('', t, count=1), FMT.sub('%d' if '%s' in t else '%s', t, count=1), t + ' %s']).strip()

def d_url(s, t):
    u = URL.findall(t)
    if len(u) == 1 and URL.findall(s) == u:
        new = u[0][:-2] + ('x' if u[0][-2] != 'x' else 'y') + u[0][-1]
        return s, t.replace(u[0], new)

def d_end(s, t):
    if norm_end(s) in END and norm_end(s) == norm_end(t) and s[-2:] not in ('..',) and t[-2:-1] not in ('.', '。') and lang[:2] != 'th':
        return s, rnd.choice([t[:-1].rstrip(), t[:-1].rstrip() + {'.': '!', '?': '.', '!': '?', ':': '.'}[norm_end(s)]])

def d_double(s, t):
    if t[-1:] in '.,。' and t[-2:] != '..' and t[-2:] != '。。' and norm_end(s) == norm_end(t):
        return s, t + t[-1]

def d_space_before(s, t):
    if not SPACELESS and lang[:2] not in ('fr',) and plain(s + t):
        m = re.search(r'(?<=[^\W\d_])([,.;:?!])(?=\s[^\W\d_]|$)', t)
        if m and ' ' + m.group(1) not in s:
            return s, t[:m.start()] + ' ' + t[m.start():]

def d_brackets(s, t):
    if s.count('(') == s.count(')') == t.count('(') == t.count(')') == 1 and not re.search(r':-?[()]', s + t):
        return s, t.replace(rnd.choice('()'), '', 1)

def d_quotes(s, t):
    for o, c in (('„', '“'), ('«', '»'), ('“', '”'), ('"', '"')):
        if o in t and c in t and t.count(o) == (2 if o == c else 1) and t.count(c) == (2 if o == c else 1):
            if s.count('"') == 2 or (s.count('“') == 1 and s.count('”') == 1):
                return s, t.replace(c, '', 1)

def d_spaces(s, t):
    if plain(t) and '  ' not in s + t:
        return s, rnd.choice([' ' + t, t + ' ', t.replace(' ', '  ', 1) if ' ' in t else t + ' '])

def d_invisible(s, t):
    if len(t) > 10 and plain(t):
        i = rnd.randrange(3, len(t) - 2)
        return s, t[:i] + rnd.choice('\u00ad\u2060\ufeff') + t[i:]

def d_repeat(s, t):
    if SPACELESS or lang[:2] in ('ko', 'tr') or not plain(s + t) or len(words(t)) < 5:
        return None
    w = [x for x in re.findall(r'(?<=\s)[^\W\d_]{4,}(?=\s)', t) if x.islower() or not CASED]
    if w:
        x = rnd.choice(w)
        return s, re.sub(r'(?<=\s)%s(?=\s)' % re.escape(x), x + ' ' + x, t, count=1)

def d_capital(s, t):
    if CASED and s[0].isupper() and t[0].isupper() and s[1:2].islower() and t[1:2].islower() and len(words(t)) > 2 and words(s)[:1] != words(t)[:1] and plain(s[:12] + t[:12]):
        return s, rnd.choice([t[0].lower() + t[1:], t[0].lower() + t[1:], t.upper()])

def d_untranslated(s, t):
    if sentence(s) and plain(s) and len(s) > 20:
        return s, s

def d_language(s, t):
    if sentence(s) and plain(s + t) and len(words(s)) > 8 and other:
        k, v = other.pop()
        return s, v

def d_length(s, t):
    if len(words(s)) > 6 and plain(s + t) and len(t) > 30:
        return s, rnd.choice([t[:max(3, len(t) // 8)], t + ' ' + filler() + ' ' + filler() + ' ' + filler() + ' ' + filler()])

def d_sentence(s, t):
    if lang[:2] == 'th' or not plain(s + t):
        return None
    cut = lambda x: [p for p in re.split(r'(?<=[.!?])\s+(?=[^\W\d_])|(?<=[。？！])', x) if p]
    a, b = cut(s), cut(t)
    if len(a) == len(b) and len(a) in (2, 3) and all(len(words(p)) > 3 for p in a) and all(len(p) > 8 for p in b):
        b.pop(rnd.randrange(len(b)))
        return s, ('' if SPACELESS else ' ').join(b)

def d_encoding(s, t):
    hits = [m for m in re.finditer(r'[^\x00-\x7f]+', t)]
    if not hits:
        return None
    try:
        if rnd.random() < .6:
            broken = t.encode('utf-8').decode('cp1252')
            return (s, broken) if broken != t and len(broken) - len(t) > 1 else None
    except UnicodeDecodeError:
        pass
    letters = [m for m in re.finditer(r'(?<=[a-zа-яα-ω])[^\x00-\x7f](?=[a-zа-яα-ωé])', t) if m.group().isalpha()]
    if letters and plain(s + t) and '?' not in s:
        i = rnd.choice(letters).start()
        return s, t[:i] + rnd.choice('\ufffd?') + t[i + 1:]

def d_code_missing(s, t):
    return with_codes(s, t, lambda c: (c(s, 1), c(t, 0)))

def d_code_added(s, t):
    return with_codes(s, t, lambda c: (c(s, 0), c(t, 1)))

def d_code_order(s, t):
    return with_codes(s, t, lambda c: (c(s, 1), c(t, -1)))

def with_codes(s, t, make):
    if not plain(s + t) or len(words(s)) < 3 or len(words(t)) < (1 if SPACELESS else 3):
        return None
    def code(x, how):
        m = list(re.finditer(r"[^\W\d_]{2,}", x))[-1]
        a, b = ('\ue001', '\ue002') if how >= 0 else ('\ue002', '\ue001')
        return x if how == 0 else x[:m.start()] + a + m.group() + b + x[m.end():]
    return make(code)

def d_width(s, t):
    if lang[:2] == 'ja':
        m = re.search(r'[ァ-ン]{3,}', t)
        table = dict(zip('アイウエオカキクケコサシスセソタチツテトナニヌネノハヒフヘホマミムメモヤユヨラリルレロワンッャュョー', 'ｱｲｳｴｵｶｷｸｹｺｻｼｽｾｿﾀﾁﾂﾃﾄﾅﾆﾇﾈﾉﾊﾋﾌﾍﾎﾏﾐﾑﾒﾓﾔﾕﾖﾗﾘﾙﾚﾛﾜﾝｯｬｭｮｰ'))
        if m and all(c in table for c in m.group()):
            return s, t[:m.start()] + ''.join(table[c] for c in m.group()) + t[m.end():]
    if lang[:2] in ('ja', 'zh', 'ko'):
        m = re.search(r'(?<![\w%.-])[0-9]{2,}(?![\w%.-])', t)
        if m and plain(t):
            return s, t[:m.start()] + ''.join(chr(ord(c) + 0xfee0) for c in m.group()) + t[m.end():]

def d_targets(s, t):
    if sentence(s) and plain(s + t) and other:
        return s, filler() if False else t + (' ' if not SPACELESS else '') + (words(filler()) or ['x'])[0]

LISTED = ('de', 'fr', 'es', 'pt', 'nl', 'pl', 'ru', 'fi', 'sv', 'da', 'tr')
def times_of():
    times = {}
    for _, v in pairs:
        for w in words(v):
            times[w] = times.get(w, 0) + 1
    return times

def d_spelling(s, t):
    if lang[:2] not in LISTED or not plain(s + t):
        return None
    w = [x for x in re.findall(r'(?<![^\s])[^\W\d_]{6,}(?![^\s,.;:!?])', t) if x.islower() and TIMES.get(x, 0) > 2 and x not in s.lower()]
    if not w:
        return None
    x = rnd.choice(w)
    i = rnd.randrange(1, len(x) - 2)
    new = rnd.choice([x[:i] + x[i + 1] + x[i] + x[i + 2:], x[:i] + x[i + 1:], x[:i] + x[i] + x[i:], x[:i] + rnd.choice(x) + x[i + 1:]])
    if new != x and new not in TIMES:
        return s, re.sub(r'(?<![^\s])%s(?![^\s,.;:!?])' % re.escape(x), new, t, count=1)

# Look-alikes: right by construction.
def a_spelling(s, t):
    if lang[:2] in LISTED and plain(s + t) and len(words(s)) > 3:
        name = rnd.choice(['Brennick', 'nored', 'Ellingsen', 'libnore', 'kilnctl'])
        return s + ' (' + name + ')', t + ' (' + name + ')'

def a_number(s, t):
    if plain(s + t) and len(words(s)) > 3:
        n = rnd.choice([('1,234', {'de': '1.234', 'fr': '1\u202f234', 'es': '1.234', 'it': '1.234', 'pl': '1\u00a0234', 'cs': '1\u00a0234', 'ru': '1\u00a0234', 'fi': '1\u00a0234', 'sv': '1\u00a0234'}.get(lang[:2], '1,234')),
                        ('12.5', {'de': '12,5', 'fr': '12,5', 'es': '12,5', 'it': '12,5', 'pl': '12,5', 'cs': '12,5', 'ru': '12,5', 'fi': '12,5', 'sv': '12,5', 'ar': '١٢٫٥'}.get(lang[:2], '12.5')),
                        ('2026-11-30', {'de': '30.11.2026', 'fr': '30/11/2026', 'es': '30/11/2026', 'ja': '2026年11月30日'}.get(lang[:2], '30.11.2026'))])
        return s + ' (' + n[0] + ')', t + ' (' + n[1] + ')'

def a_placeholder(s, t):
    if len(words(s)) > 3 and plain(s + t):
        return s + ' %s: %d', t + ' %2$d: %1$s'

def a_end(s, t):
    mark = {'fr': (' ?', ' !', ' :'), 'ja': ('？', '！', '：'), 'zh': ('？', '！', '：'), 'ar': ('؟', '!', ':'), 'el': (';', '!', ':')}.get(lang[:2], ('?', '!', ':'))
    if s[-1:].isalpha() and t[-1:].isalpha() and len(words(s)) > 2:
        i = rnd.randrange(3)
        return s + '?!:'[i], t + mark[i]

def a_double(s, t):
    if s[-1:].isalpha() and t[-1:].isalpha():
        return s + '...', t + rnd.choice(['...', '…'])

def a_brackets(s, t):
    return 'a) ' + s, 'a) ' + t

def a_quotes(s, t):
    q = {'de': '„x“', 'fr': '« x »', 'pl': '„x”', 'cs': '„x“', 'ru': '«x»', 'uk': '«x»', 'es': '«x»', 'it': '«x»', 'ja': '「x」', 'zh': '“x”', 'fi': '”x”', 'sv': '”x”', 'hu': '„x”'}.get(lang[:2], '“x”')
    w = words(s)
    if len(w) > 3 and plain(s + t) and '"' not in s + t:
        return s + ' "Brennick"', t + ' ' + q.replace('x', 'Brennick')

def a_invisible(s, t):
    if lang[:2] in ('ar', 'he'):
        return s, t + '\u200e'
    if lang[:2] == 'th':
        return s, t[:4] + '\u200b' + t[4:]
    return None

def a_repeat(s, t):
    pair = {'de': 'die Leute, die die Schleuse öffnen', 'fr': 'vous vous trompez', 'sv': 'det det handlar om', 'it': 'via via', 'pl': 'to to samo', 'nl': 'die die sluis openen'}.get(lang[:2])
    if pair and len(words(s)) > 3 and plain(s + t):
        return s + ' (people who open the lock)', t + ' (' + pair + ')'

def a_capital(s, t):
    if CASED and plain(s + t) and len(words(s)) > 2:
        return 'iPod ' + s, 'iPod ' + t

def a_untranslated(s, t):
    name = rnd.choice(['Brennick Waterways', 'Mara Ellingsen', 'UTF-8', 'ISO 9001:2015', 'x86_64', 'Brennick-3 (Nore)', 'NTSC-J'])
    return name + ' ' + str(rnd.randrange(100, 999)), None

def a_url(s, t):
    if plain(s + t) and len(words(s)) > 3:
        return s + ' http://www.brennick.example/en/locks', t + ' https://www.brennick.example/%s/locks' % lang[:2]

def a_code(s, t):
    r = with_codes(s, t, lambda c: (c(s, 1), c(t, 1)))
    return r

def a_length(s, t):
    return None

filler = lambda: rnd.choice(pairs)[1]
other = []
third = 'es' if lang[:2] != 'es' else 'it'
for path in sorted(glob.glob('/usr/share/locale/%s/LC_MESSAGES/*.mo' % third)):
    with open(path, 'rb') as f:
        try:
            other += [(k, v) for k, v in gettext.GNUTranslations(f)._catalog.items() if isinstance(k, str) and len(words(v)) > 9 and plain(v) and 50 < len(v) < 200 and '\n' not in v]
        except Exception:
            pass
rnd.shuffle(other)

DEFECTS = [('number', d_number), ('number', d_number_lost), ('placeholder', d_placeholder), ('url', d_url), ('final-punctuation', d_end), ('double-mark', d_double), ('space-before-mark', d_space_before), ('brackets', d_brackets), ('quotes', d_quotes), ('spaces', d_spaces), ('invisible', d_invisible), ('repeated-word', d_repeat), ('capitals', d_capital), ('untranslated', d_untranslated), ('other-language', d_language), ('length', d_length), ('sentence-missing', d_sentence), ('broken-encoding', d_encoding), ('code-missing', d_code_missing), ('code-added', d_code_added), ('code-order', d_code_order), ('width', d_width), ('spelling', d_spelling)]
ALIKE = [('number', a_number), ('placeholder', a_placeholder), ('final-punctuation', a_end), ('double-mark', a_double), ('brackets', a_brackets), ('quotes', a_quotes), ('invisible', a_invisible), ('repeated-word', a_repeat), ('capitals', a_capital), ('untranslated', a_untranslated), ('url', a_url), ('code-missing', a_code), ('spelling', a_spelling)]
TIMES = times_of()
EACH = 12
units, seeded, alike, clean = [], [], [], []
todo = [(check, f, seeded) for check, f in DEFECTS for _ in range(EACH)] + [(check, f, alike) for check, f in ALIKE for _ in range(EACH)]
pool = pairs[:]
by = {}
for check, f, kind in todo:
    made = None
    start = by.get(f, 0)
    for i in range(start, min(len(pool), start + 6000)):
        if pool[i] is None:
            continue
        r = f(*pool[i])
        if r:
            made = r
            pool[i] = None
            by[f] = i + 1
            break
    else:
        by[f] = len(pool)
    if made:
        s, t = made
        if t is None:
            t = s
        units.append((s, t, kind, check))
for p in pool:
    if len(units) >= count:
        break
    if p:
        units.append((p[0], p[1], clean, None))
rnd.shuffle(units)
xml = lambda x: escape(x).replace('\ue001', '<bpt i="1" type="bold">&lt;b&gt;</bpt>').replace('\ue002', '<ept i="1">&lt;/b&gt;</ept>')
with open(out_tmx, 'w', encoding='utf-8') as f:
    f.write('<?xml version="1.0" encoding="UTF-8"?>\n<tmx version="1.4"><header creationtool="bench" creationtoolversion="1" segtype="sentence" o-tmf="bench" adminlang="en" srclang="en" datatype="plaintext"/>\n<body>\n')
    for i, (s, t, kind, check) in enumerate(units, 1):
        kind.append(i if check is None else [i, check])
        f.write('<tu><tuv xml:lang="en"><seg>%s</seg></tuv><tuv xml:lang="%s"><seg>%s</seg></tuv></tu>\n' % (xml(s), tag, xml(t)))
    f.write('</body></tmx>\n')
json.dump({'seeded': seeded, 'alike': alike, 'clean': clean}, open(out_json, 'w'))
