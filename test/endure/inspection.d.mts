type Run = (message: never) => Promise<unknown>;

export function inspection(
  run: Run,
  of: { readonly kind: string; readonly id: number },
  about: { readonly dataDir: string },
): Promise<unknown>;
