"""Writes workbooks with openpyxl and says what openpyxl reads in one. `make PATH` or `read PATH [SHEET]`."""
import datetime, json, sys
import openpyxl


def make(path):
    book = openpyxl.Workbook()
    sheet = book.active
    sheet.title = 'Begriffe'
    sheet['A1'] = 'Deutsch'
    sheet['B1'] = 'English'
    sheet['C1'] = 'Zahl'
    for i, row in enumerate(json.load(sys.stdin), 2):
        for j, value in enumerate(row, 1):
            sheet.cell(i, j, value)
    last = sheet.max_row
    sheet.cell(last + 1, 1, 'Schleusentor (neu)')
    sheet.cell(last + 1, 2, 'lock gate')
    sheet.cell(last + 2, 1, 'Pegel')
    sheet.merge_cells(start_row=last + 2, end_row=last + 4, start_column=1, end_column=1)
    for k in range(3):
        sheet.cell(last + 2 + k, 2, 'gauge %d' % k)
    sheet.cell(last + 6, 1, 'nach einer Lücke')
    sheet.cell(last + 6, 2, True)
    sheet.row_dimensions[3].hidden = True
    sheet.column_dimensions['D'].hidden = True
    sheet['D2'] = 'intern'
    numbers = book.create_sheet('Zahlen')
    for i, (value, pattern) in enumerate([(0.5, '0%'), (1234.5, '#,##0.00'), (datetime.date(2026, 3, 1), 'dd.mm.yyyy'), (3, '0000'), (1.25, '# ?/?'), (0.1 + 0.2, 'General'), (datetime.time(8, 5), 'hh:mm')], 1):
        numbers.cell(i, 1, value).number_format = pattern
    hidden = book.create_sheet('alt')
    hidden.sheet_state = 'hidden'
    hidden['A1'] = 'x'
    book.save(path)


def read(path, name=None):
    book = openpyxl.load_workbook(path, data_only=True)
    sheet = book[name] if name else book.active
    filled = {}
    for area in sheet.merged_cells.ranges:
        for row in range(area.min_row, area.max_row + 1):
            filled[row, area.min_col] = sheet.cell(area.min_row, area.min_col).value
    rows = []
    for row in sheet.iter_rows():
        rows.append([filled.get((c.row, c.column), c.value) for c in row])
    json.dump({'sheets': book.sheetnames, 'rows': [['' if v is None else v for v in r] for r in rows],
               'types': sorted({c.data_type for r in sheet.iter_rows() for c in r if c.value is not None})}, sys.stdout)


if sys.argv[1] == 'make':
    make(sys.argv[2])
    print('null')
else:
    read(*sys.argv[2:])
