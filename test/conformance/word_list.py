"""Counts lines, comment lines, groups and pairs of a word list in the notation of Debian's trans-de-en."""
import json, sys

lines = json.load(sys.stdin)
rows = comments = pairs = 0
for line in lines:
    if ' :: ' not in line:
        rows += 1
        comments += line.startswith('#')
        continue
    sides = [[group.strip() for group in side.split(' | ')] for side in line.split(' :: ')]
    groups = max(len(side) for side in sides)
    comments += groups if line.startswith('#') else 0
    rows += groups
    if not line.startswith('#'):
        pairs += sum(1 for i in range(groups) if all(i < len(side) and side[i] for side in sides))
json.dump({'rows': rows, 'comments': comments, 'pairs': pairs}, sys.stdout)
