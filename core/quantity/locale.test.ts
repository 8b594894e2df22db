import { afterEach, describe, expect, it } from 'vitest';
import { formatDay } from './format.ts';
import { dateFormat, formatMoney, locale, setLocale } from './locale.ts';

afterEach(() => setLocale(['en-GB']));
/** Spaces of any width are one. */
const plainly = (text: string) => text.replace(/\s/g, ' ');

describe('the form of dates and money', () => {
  it.each([
    ['en-US', 'en-US', 'May 12', '$1,234.50', '€12.00'],
    ['en-GB', 'en-GB', '12 May', 'US$1,234.50', '€12.00'],
    ['de-DE', 'en-GB', '12 May', 'US$1,234.50', '€12.00'],
    ['not a language', 'en-GB', '12 May', 'US$1,234.50', '€12.00'],
    ['en-what-is-this-', 'en-GB', '12 May', 'US$1,234.50', '€12.00'],
  ])('%s is written as %s', (language, tag, day, dollars, euros) => {
    setLocale([language, 'fr']);
    expect(locale()).toBe(tag);
    expect(formatDay(133)).toBe(day);
    expect(formatMoney(1234.5, 'USD')).toBe(dollars);
    expect(formatMoney(12, 'EUR')).toBe(euros);
  });
  it('shows what is no code behind the amount, and nothing where none is given', () => {
    expect(formatMoney(12, 'kr')).toBe('12.00 kr');
    expect(formatMoney(0.5, '')).toBe('0.50');
    expect(plainly(formatMoney(3, 'XYZ'))).toBe('XYZ 3.00');
  });
  it('follows a change at once', () => {
    const options = { day: 'numeric', month: 'short', timeZone: 'UTC' } as const;
    expect(dateFormat(options).format(new Date(Date.UTC(2026, 1, 3)))).toBe('3 Feb');
    setLocale(['en-US']);
    expect(dateFormat(options).format(new Date(Date.UTC(2026, 1, 3)))).toBe('Feb 3');
  });
});
