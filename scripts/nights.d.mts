export function keepNights(
  folder: string,
  urlOf: () => string,
  say: (text: string) => void,
  now?: () => Date,
): { readonly first: Promise<void>; stop(): void }
