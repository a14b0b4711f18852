"""Rows of delimited text as Python's csv module reads them, strictly. Input: {"texts", "delimiter"}; output: the rows of each, or null."""
import csv, io, json, sys

csv.field_size_limit(1 << 30)
job = json.load(sys.stdin)
if 'rows' in job:
    out = io.StringIO(newline='')
    csv.writer(out, delimiter=job['delimiter'], lineterminator=job['lineEnd'], quoting=getattr(csv, job['quoting'])).writerows(job['rows'])
    json.dump(out.getvalue(), sys.stdout)
else:
    def rows(text):
        try:
            return list(csv.reader(io.StringIO(text, newline=''), delimiter=job['delimiter'], strict=True))
        except csv.Error:
            return None

    json.dump([rows(text) for text in job['texts']], sys.stdout)
