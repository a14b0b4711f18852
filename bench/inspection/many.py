"""A large memory, English to German, of real messages (catalogues in Debian packages), numbered where they come again.

usage: many.py COUNT OUT.tmx
"""
import gettext, glob, re, sys
from xml.sax.saxutils import escape

count, out = int(sys.argv[1]), sys.argv[2]
bad = re.compile('[\x00-\x08\x0b\x0c\x0e-\x1f]')
pairs = []
for path in sorted(glob.glob('/usr/share/locale/de/LC_MESSAGES/*.mo')):
    with open(path, 'rb') as f:
        try:
            catalog = gettext.GNUTranslations(f)._catalog
        except Exception:
            continue
    pairs += [(k, v) for k, v in catalog.items() if isinstance(k, str) and k and v and not bad.search(k + v) and len(k) < 400]
with open(out, 'w', encoding='utf-8') as f:
    f.write('<?xml version="1.0" encoding="UTF-8"?>\n<tmx version="1.4"><header creationtool="bench" creationtoolversion="1" segtype="sentence" o-tmf="bench" adminlang="en" srclang="en" datatype="plaintext"/>\n<body>\n')
    for i in range(count):
        k, v = pairs[i % len(pairs)]
        more = '' if i < len(pairs) else ' (%d)' % i
        f.write('<tu creationdate="20200101T101500Z" creationid="mara"><tuv xml:lang="en"><seg>%s</seg></tuv><tuv xml:lang="de"><seg>%s</seg></tuv></tu>\n' % (escape(k + more), escape(v + more)))
    f.write('</body></tmx>\n')
