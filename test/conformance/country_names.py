"""Country names of Debian's iso-codes (ISO 3166-1) in the given languages, as JSON."""
import gettext, json, sys

names = [c['name'] for c in json.load(open('/usr/share/iso-codes/json/iso_3166-1.json', encoding='utf-8'))['3166-1']]
out = {}
for language in json.load(sys.stdin):
    catalogue = gettext.translation('iso_3166-1', '/usr/share/locale', [language])
    pairs = [(n, catalogue.gettext(n)) for n in names]
    out[language] = [p for p in pairs if p[0] != p[1]]
json.dump(out, sys.stdout)
