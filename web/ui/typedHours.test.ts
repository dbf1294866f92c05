import { describe, expect, it } from 'vitest';
import { readMinute, readSpells, readWeek, spellsText, weekText } from './typedHours.ts';

const asText = (text: string) => {
  const spells = readSpells(text, 1);
  return spells && spellsText(spells);
};

describe('working hours as people write them', () => {
  it('say how many people are there, where that is more than one', () => {
    const [first, second] = readSpells('9:00–12:30 x2, 14-18 (3)', 1)!;
    expect(first).toEqual({ weekday: 1, fromMinute: 540, toMinute: 750, people: 2 });
    expect(second).toEqual({ weekday: 1, fromMinute: 840, toMinute: 1080, people: 3 });
    expect(spellsText([first!, second!])).toBe('09:00–12:30 ×2, 14:00–18:00 ×3');
    expect(readSpells('9–12 ×1', 1)).toEqual([{ weekday: 1, fromMinute: 540, toMinute: 720 }]);
  });

  it.each([
    ['9:00–12:30, 19:00-1:00', '09:00–12:30, 19:00–01:00'],
    ['7pm-10pm', '19:00–22:00'],
    ['7-10pm', '19:00–22:00'],
    ['11-1pm', '11:00–13:00'],
    ['9.30 a.m. to noon; 2 pm - 6 pm', '09:30–12:00, 14:00–18:00'],
    ['8h30-17h', '08:30–17:00'],
    ['9 to 12 and 14 until 18', '09:00–12:00, 14:00–18:00'],
    ['6pm–midnight', '18:00–24:00'],
    ['12am-12pm', '00:00–12:00'],
    ['', ''],
  ])('reads %s', (typed, read) => expect(asText(typed)).toBe(read));

  it.each(['evening', '25-26', '9', '13pm-14pm', '9:75-10', '9-10-11'])('does not guess at %s', (typed) =>
    expect(readSpells(typed, 1)).toBeNull(),
  );

  it.each([
    ['Tue 6-8pm', 'Tue 18:00–20:00'],
    ['thursday 9 to noon; Tue and Wed 18:00–20:30', 'Tue 18:00–20:30; Wed 18:00–20:30; Thu 09:00–12:00'],
    [
      'Mon–Wed 9-12, 13-16',
      'Mon 09:00–12:00, 13:00–16:00; Tue 09:00–12:00, 13:00–16:00; Wed 09:00–12:00, 13:00–16:00',
    ],
    ['Tue 18:00-20:30, Thu 6-8pm', 'Tue 18:00–20:30; Thu 18:00–20:00'],
    ['mon 9 to noon wed 9-12', 'Mon 09:00–12:00; Wed 09:00–12:00'],
    ['sat, sun 10-12', 'Sat 10:00–12:00; Sun 10:00–12:00'],
    ['', ''],
  ])('reads the lessons %s', (typed, read) => expect(weekText(readWeek(typed)!)).toBe(read));

  it.each(['6-8pm', 'Tue', 'Tue evening', 'Tues 9-12; later'])('does not guess at the lessons %s', (typed) =>
    expect(readWeek(typed)).toBeNull(),
  );

  it('reads a single time the same way', () => {
    expect(readMinute('10 pm')).toBe(22 * 60);
    expect(readMinute('late')).toBeNull();
  });
});
