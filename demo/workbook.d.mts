export type Cell =
  | string
  | number
  | boolean
  | null
  | { readonly runs: readonly string[] }
  | { readonly formula: string; readonly result: string }
  | { readonly error: string }
  | { readonly text: string; readonly link: string };

export interface Sheet {
  readonly name: string;
  readonly rows: readonly (readonly Cell[])[];
  readonly hidden?: boolean;
  readonly hiddenRows?: readonly number[];
  readonly bold?: readonly number[];
  readonly merged?: readonly string[];
  readonly widths?: readonly number[];
  readonly pictures?: readonly { readonly row: number; readonly column: number; readonly png: Uint8Array }[];
}

export function workbook(sheets: readonly Sheet[]): Uint8Array<ArrayBuffer>;
