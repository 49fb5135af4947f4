// Signs that can be put among the letters of any font, offered beside the words.

/** With what each is called for who hears the page. */
export const SIGNS: readonly (readonly [sign: string, name: string])[] = [
  ['♥', 'heart'],
  ['♡', 'open heart'],
  ['★', 'star'],
  ['☆', 'open star'],
  ['✦', 'star of four'],
  ['✿', 'flower'],
  ['❀', 'open flower'],
  ['☘', 'clover'],
  ['❄', 'snowflake'],
  ['☀', 'sun'],
  ['☾', 'moon'],
  ['♪', 'note'],
  ['♫', 'two notes'],
  ['♣', 'club'],
  ['♠', 'spade'],
  ['♦', 'diamond'],
  ['●', 'disc'],
  ['◆', 'lozenge'],
  ['→', 'arrow'],
  ['✓', 'tick'],
  ['✂', 'scissors'],
  ['⚓', 'anchor'],
  ['☂', 'umbrella'],
  ['♔', 'crown'],
];
