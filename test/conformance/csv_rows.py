"""Rows of delimited text as Python's csv module reads them. Input: {"texts", "delimiter"}; output: the rows of each."""
import csv, io, json, sys

csv.field_size_limit(1 << 30)
job = json.load(sys.stdin)
if 'rows' in job:
    out = io.StringIO(newline='')
    csv.writer(out, delimiter=job['delimiter'], lineterminator=job['lineEnd'], quoting=getattr(csv, job['quoting'])).writerows(job['rows'])
    json.dump(out.getvalue(), sys.stdout)
else:
    json.dump([list(csv.reader(io.StringIO(text, newline=''), delimiter=job['delimiter'])) for text in job['texts']], sys.stdout)
