/** A place as it is said: `V4.5` is pin 5 of V4. */
export const placeWords = (place: string): string => place.replace('.', ' pin ')
