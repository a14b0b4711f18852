/** The package brings no types of its own. */
declare module 'stopword' {
  export const ara: readonly string[];
  export const bul: readonly string[];
  export const cat: readonly string[];
  export const ces: readonly string[];
  export const dan: readonly string[];
  export const deu: readonly string[];
  export const ell: readonly string[];
  export const eng: readonly string[];
  export const spa: readonly string[];
  export const est: readonly string[];
  export const fin: readonly string[];
  export const fra: readonly string[];
  export const heb: readonly string[];
  export const hrv: readonly string[];
  export const hun: readonly string[];
  export const ind: readonly string[];
  export const ita: readonly string[];
  export const lit: readonly string[];
  export const lav: readonly string[];
  export const nob: readonly string[];
  export const nld: readonly string[];
  export const pol: readonly string[];
  export const porBr: readonly string[];
  export const ron: readonly string[];
  export const rus: readonly string[];
  export const slk: readonly string[];
  export const slv: readonly string[];
  export const swe: readonly string[];
  export const tur: readonly string[];
  export const ukr: readonly string[];
  export const jpn: readonly string[];
  export const kor: readonly string[];
  export const zho: readonly string[];
  export const tha: readonly string[];
}
