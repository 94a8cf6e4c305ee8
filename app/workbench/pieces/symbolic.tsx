/** Text in which the index of a force's symbol (My, Vz …) is set as a subscript. */
export function Symbolic({ text }: { text: string }) {
  const match = /^(.*\b[MVRuI])([xyzt])\b(.*)$/.exec(text);
  if (!match) return <>{text}</>;
  return (
    <>
      {match[1]}
      <sub>{match[2]}</sub>
      {match[3]}
    </>
  );
}
