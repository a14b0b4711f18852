"""Words of texts in JSON; log-likelihood and pointwise mutual information of their pairs by NLTK, as JSON."""
import json, math, sys
from nltk.collocations import BigramAssocMeasures, BigramCollocationFinder

words = json.load(sys.stdin)
finder = BigramCollocationFinder.from_words(words)
finder.apply_freq_filter(2)
measures = BigramAssocMeasures()
ratios = dict(finder.score_ngrams(measures.likelihood_ratio))
bits = dict(finder.score_ngrams(measures.pmi))
json.dump([[a, b, finder.ngram_fd[a, b], finder.word_fd[a], finder.word_fd[b], len(words), ratios[a, b], bits[a, b]] for a, b in ratios], sys.stdout)
