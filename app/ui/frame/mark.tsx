/** The mark: a heron standing in water. */
export function HeronMark({ size = 40 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 32 32" fill="none" aria-hidden="true">
      <path
        d="M11 24V11.5C11 8 13.300 6 16.200 6c2 0 3.500 1 4.200 2.600L28 10.500l-7.600.9C20 15 16 15.500 16 19.500V24"
        stroke="var(--ink)"
        strokeWidth="2"
        strokeLinejoin="round"
        strokeLinecap="round"
      />
      <path
        d="M3 25c2.200-1.500 4.400-1.500 6.600 0s4.400 1.500 6.600 0 4.400-1.500 6.600 0 4.400 1.500 6.200 0"
        stroke="var(--water)"
        strokeWidth="2.200"
        strokeLinecap="round"
      />
    </svg>
  );
}
