"""Words of texts by ICU's word breaks (PyICU): [[language, text], …] → the number of words of each, as JSON."""
import json
import sys

from icu import BreakIterator, Locale

# What is no word has a rule status below this (ubrk.h, UBRK_WORD_NONE_LIMIT).
NONE_LIMIT = 100

iterators = {}
counts = []
for language, text in json.load(sys.stdin):
    if language not in iterators:
        iterators[language] = BreakIterator.createWordInstance(Locale(language))
    breaks = iterators[language]
    breaks.setText(text)
    counts.append(sum(breaks.getRuleStatus() >= NONE_LIMIT for _ in breaks))
json.dump(counts, sys.stdout)
