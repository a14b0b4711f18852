"""Counts lines, comment lines and pairs of a word list in the notation of Debian's trans-de-en."""
import json, sys

lines = json.load(sys.stdin)
json.dump({'rows': len(lines), 'comments': sum(l.startswith('#') for l in lines),
           'pairs': sum(1 for l in lines if not l.startswith('#') and all(p.strip() for p in l.split(' :: ')) and ' :: ' in l)}, sys.stdout)
