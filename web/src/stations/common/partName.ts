/** A part as it is said: `solder-side` → “Solder side”, `V4.5` → “V4 pin 5”, `V5/socket` → “V5 socket”. */
export const partName = (part: string): string => part.replace(/^(V\d+[A-Za-z]?)\.(\d+)$/, '$1 pin $2').replace('/socket', ' socket').replaceAll('-', ' ').replace(/^./, (c) => c.toUpperCase())
