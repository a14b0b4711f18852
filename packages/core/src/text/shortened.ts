/** A text in a line of a finding or a list: its beginning, with a sign that there is more. @param most UTF-16 units */
export function shortened(text: string, most: number): string {
  return text.length > most ? `${text.slice(0, most - 2)} …` : text;
}
