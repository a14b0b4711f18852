declare module 'snowball-stemmers' {
  const snowball: { newStemmer(name: string): { stem(word: string): string } };
  export default snowball;
}
