"""Messages of compiled catalogues, by Python's own gettext: [[id, translation], …] as JSON."""
import gettext
import json
import sys

pairs = []
for path in json.load(sys.stdin):
    with open(path, "rb") as file:
        catalogue = gettext.GNUTranslations(file)._catalog
    for key, text in catalogue.items():
        key = key[0] if isinstance(key, tuple) else key
        key = key.split("\x04")[-1]
        if key and text.strip():
            pairs.append([key, text])
json.dump(pairs, sys.stdout)
