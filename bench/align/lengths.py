"""The published length aligner in its independent implementation (NLTK's gale_church, Debian's python3-nltk).

Reads lines of JSON {"source": [lengths], "target": [lengths], "ratio": R} and answers each with its links. Its log tail
probability is replaced by one that stays finite far out, as the library's gives minus infinity there.
"""
import json
import math
import sys

from nltk.translate import gale_church


def finite(x):
    """log P(Z > x)."""
    if x < 30:
        return math.log(math.erfc(x / math.sqrt(2)) / 2)
    return -x * x / 2 - math.log(x) - .9189385332046727


gale_church.norm_logsf = finite
for line in sys.stdin:
    case = json.loads(line)
    params = type('P', (gale_church.LanguageIndependent,), {'AVERAGE_CHARACTERS': case['ratio']})
    print(json.dumps(gale_church.align_texts([case['source']], [case['target']], params)[0]))
