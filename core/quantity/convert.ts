/**
 * Conversions between the units people use at the bench and the ones the document keeps.
 * The document keeps millimetres, kilograms, amps, volts, seconds and cents; every field says so in its name.
 * Exact factors: international yard and pound agreement (1959).
 */
export const MM_PER_INCH = 25.4
export const MM_PER_FOOT = 304.8
export const KG_PER_POUND = 0.45359237
/** Newtons in a pound of force: a pound under standard gravity (NIST SP 811). */
export const NEWTONS_PER_POUND = KG_PER_POUND * 9.80665

/** Inches to millimetres. */
export const inches = (value: number): number => value * MM_PER_INCH
/** Millimetres to inches. */
export const toInches = (mm: number): number => mm / MM_PER_INCH
/** Feet to millimetres. */
export const feet = (value: number): number => value * MM_PER_FOOT
/** Millimetres to feet. */
export const toFeet = (mm: number): number => mm / MM_PER_FOOT
/** Pounds (avoirdupois) to kilograms. */
export const pounds = (value: number): number => value * KG_PER_POUND
/** Kilograms to pounds (avoirdupois). */
export const toPounds = (kg: number): number => kg / KG_PER_POUND
