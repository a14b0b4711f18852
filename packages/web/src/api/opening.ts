/**
 * Each opening of a page has a name of its own, sent with all that it asks for (`x-page`): what was done on this page since it
 * was opened is told from what was done before, elsewhere or in another tab.
 */
let name = fresh();

/** Another page is opened. */
export function openPage(): void {
  name = fresh();
}

export function pageOpened(): string {
  return name;
}

/** Unlike any other, but no secret; `crypto.randomUUID` is missing where a page comes over plain HTTP. */
function fresh(): string {
  return `${Date.now().toString(36)}-${Math.random().toString(36).slice(2)}`;
}
