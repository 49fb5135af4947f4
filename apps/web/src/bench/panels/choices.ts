// Choices that several fields offer.
export const CORNER_CHOICES = [
  { value: 'round', label: 'round' },
  { value: 'mitre', label: 'pointed' },
  { value: 'bevel', label: 'cut off' },
] as const;

export const END_CHOICES = [
  { value: 'flat', label: 'flat' },
  { value: 'round', label: 'round' },
  { value: 'square', label: 'square' },
] as const;
