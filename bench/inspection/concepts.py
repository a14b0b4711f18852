"""A termbase of real words with seeded defects of every kind, and as many look-alikes that are right.

usage: concepts.py COUNT OUT.tbx OUT.json

The terms are single-word nouns of a German-English word list (Debian's trans-de-en) with their genders; subjects are its
domains. OUT.json: {"seeded": [[concept, check]], "alike": [[concept, check]], "clean": [concept]}, concepts by their ids.
Each defect is made in a concept of its own, right by everything else; look-alikes are right by common practice of
terminology work.
"""
import json, random, re, sys
from xml.sax.saxutils import escape

count, out_tbx, out_json = int(sys.argv[1]), sys.argv[2], sys.argv[3]
rnd = random.Random('concepts')
nouns, seen = [], set()
for line in open('/usr/share/trans/de-en', encoding='utf-8'):
    if line.startswith('#') or ' :: ' not in line:
        continue
    de, en = [side.split('|')[0].split(';')[0].strip() for side in line.rstrip('\n').split(' :: ')]
    found = re.match(r'^([A-ZÄÖÜ][a-zäöüß]{4,}) \{([mfn])\}(?: \[(\w+)\.\])?$', de)
    plain = re.match(r'^[a-z]{4,}(?: [a-z]{4,})?$', en)
    if not found or not plain or de.lower() in seen or en in seen or en == found.group(1).lower():
        continue
    seen |= {de.lower(), en}
    nouns.append((found.group(1), en, found.group(2)))
rnd.shuffle(nouns)
GENDER = {'m': 'masculine', 'f': 'feminine', 'n': 'neuter'}
SUBJECTS = ['locks', 'weirs', 'bridges', 'towpaths']
entries, seeded, alike, clean = [], [], [], []
number = 0


def note(kind, value):
    return '<termNote type="%s">%s</termNote>' % (kind, value)


def term(text, more=''):
    return '<termSec><term>%s</term>%s</termSec>' % (escape(text), more)


def section(language, *terms, about=''):
    return '<langSec xml:lang="%s">%s%s</langSec>' % (language, about, ''.join(terms))


def defined(text):
    return '<descripGrp><descrip type="definition">%s</descrip></descripGrp>' % escape(text)


def add(en=None, de=None, about='', subject=None, en_terms=None, de_section=None, ident=None, en_about=''):
    """Adds a concept of the next real pair; what is given stands in place of what would. Returns its id."""
    global number
    number += 1
    german, english, gender = nouns[number]
    ident = ident or 'c%d' % number
    english_section = section('en', *(en_terms or [term(en or english)]), about=en_about)
    if de_section is None:
        pos = note('partOfSpeech', 'noun') + note('grammaticalGender', GENDER[gender])
        de_section = section('de', term(de or german, pos))
    subject = '<descrip type="subjectField">%s</descrip>' % (subject or rnd.choice(SUBJECTS))
    entries.append('<conceptEntry id="%s">%s%s%s%s</conceptEntry>' % (ident, subject, about, english_section, de_section))
    return ident


def real():
    german, english, gender = nouns[number + 1]
    return german, english


STATUS = lambda status: note('administrativeStatus', status + '-admn-sts')
SEE = lambda target: '<ref type="crossReference" target="%s">see</ref>' % target
PICTURE = lambda name: '<xref type="xGraphic" target="https://pictures.example/%s">picture</xref>' % name
EACH = 20


def seed(check, make):
    for i in range(EACH):
        for ident in make(i):
            seeded.append([ident, check])


def right(check, make):
    for i in range(EACH):
        for ident in make(i):
            alike.append([ident, check])


seed('empty-language', lambda i: [add(de_section=section('de'))])
seed('empty-language', lambda i: [add(en_terms=[term(real()[1]), term(' ')])])
seed('empty-language', lambda i: [add(de=['-', 'n/a', '???', 'tbd'][i % 4])])
seed('missing-target', lambda i: [add(de_section='')])
seed('duplicate-in-concept', lambda i: [add(en_terms=[term(real()[1])] * 2)])
seed('term-form', lambda i: [add(en='the ' + real()[1])])
seed('term-form', lambda i: [add(de=['der ', 'die ', 'das '][i % 3] + real()[0])])
seed('spaces', lambda i: [add(en=[' %s', '%s ', '%s  gate'][i % 3] % real()[1])])
seed('spaces', lambda i: [add(de=real()[0][:3] + '\u00ad' + real()[0][3:])])
seed('note-in-term', lambda i: [add(en=real()[1] + [' (do not use)', ' (pl.)', ' [obsolete]', ' (n)'][i % 4])])
seed('several-terms', lambda i: [add(en=real()[1] + ['; ', ' / '][i % 2] + nouns[-i - 1][1])])
seed('contradictory-status', lambda i: [add(en_terms=[term(real()[1], STATUS('preferredTerm')), term(nouns[-i - 30][1], STATUS('preferredTerm'))])])
seed('contradictory-status', lambda i: [add(en_terms=[term(real()[1], STATUS('deprecatedTerm'))])])
seed('broken-reference', lambda i: [add(about=SEE('gone%d' % i))])
seed('broken-reference', lambda i: [add(about=SEE('self%d' % i), ident='self%d' % i)])
seed('broken-reference', lambda i: [add(about=SEE('ring%d%s' % (i, to)), ident='ring%d%s' % (i, at)) for at, to in ('ab', 'bc', 'ca')])
seed('subject-spelling', lambda i: [add(subject=['Locks', 'lock', 'WEIRS', 'tow-paths'][i % 4])])
seed('value-outside-list', lambda i: [add(en_terms=[term(real()[1], note('partOfSpeech', ['Noun', 'subst.', 'NOUN', 'thing'][i % 4]))])])
seed('value-outside-list', lambda i: [add(en_terms=[term(real()[1], note('administrativeStatus', ['preferred', 'preferredTerm-Admn-Sts'][i % 2]))])])
seed('broken-encoding', lambda i: [add(de=(real()[0] + 'größe').encode('utf-8').decode('cp1252'))])
seed('capitals', lambda i: [add(de=real()[0].lower())])
seed('all-capitals', lambda i: [add(en=real()[1].upper())])
seed('final-punctuation', lambda i: [add(en=real()[1] + '.')])
seed('brackets', lambda i: [add(en=real()[1] + ' (lower')])
seed('definition-is-term', lambda i: [add(about='', en_about=defined('The ' + real()[1] + '.'))])
for i in range(EACH):
    ident = 'twice%d' % i
    seeded += [[add(ident=ident), 'duplicate-id'], [add(ident=ident), 'duplicate-id']]
    text = 'What holds back the water of a canal at place %d.' % i
    seeded += [[add(en_about=defined(text)), 'definition-twice'], [add(en_about=defined(text)), 'definition-twice']]
    seeded += [[add(about=PICTURE('p%d.png' % i)), 'same-picture'], [add(about=PICTURE('p%d.png' % i)), 'same-picture']]
    base = nouns[-i - 60][1].split()[0]
    seeded += [[add(en=base + ' gate'), 'spelling-variants'], [add(en=base + '-gate'), 'spelling-variants']]
    same = real()[1]
    seeded += [[add(en=same, subject='locks'), 'different-targets'], [add(en=same, subject='locks'), 'different-targets']]
    banned = nouns[-i - 90][1]
    add(en_terms=[term(real()[1], STATUS('preferredTerm')), term(banned, STATUS('deprecatedTerm'))])
    seeded.append([add(en_about=defined('A part that is moved with the %s by hand.' % banned)), 'forbidden-in-definition'])

right('term-form', lambda i: [add(en=['theodolite', 'anchor', 'derrick', 'leat'][i % 4] + ' %s' % real()[1])])
right('note-in-term', lambda i: [add(en=real()[1] + [' (navigation)', '(s)', ' (chamber)'][i % 3])])
right('several-terms', lambda i: [add(en=real()[1] + [' and/or gate', ', lower', ' 24/7'][i % 3])])
right('contradictory-status', lambda i: [add(en_terms=[term(real()[1], STATUS('preferredTerm')), term(real()[1][:2].upper() + 'X', STATUS('preferredTerm') + note('termType', 'abbreviation'))])])
right('all-capitals', lambda i: [add(en_terms=[term(real()[1]), term(''.join(rnd.choice('BCDFGLMPRST') for _ in range(3)), note('termType', 'acronym'))])])
right('final-punctuation', lambda i: [add(en_terms=[term(real()[1]), term(['approx.', 'max.', 'No.', 'resp.'][i % 4], note('termType', 'abbreviation'))])])
right('value-outside-list', lambda i: [add(en_terms=[term(real()[1], note('partOfSpeech', ['noun', 'verb', 'other'][i % 3]))])])
right('empty-language', lambda i: [add(en_terms=[term(real()[1]), term(['open', 'missing link', 'offset'][i % 3] + ' %d' % i)])])
right('brackets', lambda i: [add(en=real()[1] + ' (%d)' % i)])
for i in range(EACH):
    a, b = 'pair%da' % i, 'pair%db' % i
    text = 'A thing of its own kind, number %d.' % i
    alike += [[add(about=SEE(b), ident=a, en_about=defined(text)), 'broken-reference'], [add(about=SEE(a), ident=b), 'broken-reference']]
    same = real()[1]
    alike += [[add(en=same, subject='locks'), 'spelling-variants'], [add(en=same + ' beam', subject='locks'), 'spelling-variants']]
while number < count:
    clean.append(add())
rnd.shuffle(entries)
with open(out_tbx, 'w', encoding='utf-8') as out:
    out.write('<?xml version="1.0" encoding="UTF-8"?>\n<tbx type="TBX-Basic" style="dca" xml:lang="en" xmlns="urn:iso:std:iso:30042:ed-2"><text><body>\n')
    out.write('\n'.join(entries))
    out.write('\n</body></text></tbx>\n')
json.dump({'seeded': seeded, 'alike': alike, 'clean': clean}, open(out_json, 'w'))
