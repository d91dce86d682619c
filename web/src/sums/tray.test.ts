import { describe, expect, it } from 'vitest'
import { readTray } from './tray'

describe('a tray of tubes as it is typed', () => {
  it('is milliamperes, numbered by place', () => {
    expect(readTray(' 38.2 41\n39,5; 40m 0.042A 43mA')).toEqual({ ok: true, tubes: [
      { id: '1', plateAmperes: expect.closeTo(0.0382, 9) as number }, { id: '2', plateAmperes: 0.041 }, { id: '3', plateAmperes: expect.closeTo(0.0395, 9) as number },
      { id: '4', plateAmperes: expect.closeTo(0.04, 9) as number }, { id: '5', plateAmperes: 0.042 }, { id: '6', plateAmperes: expect.closeTo(0.043, 9) as number },
    ] })
  })
  it('takes a name and transconductance', () => {
    expect(readTray('A7=38/5.6 41/5,2')).toEqual({ ok: true, tubes: [{ id: 'A7', plateAmperes: 0.038, siemens: 0.0056 }, { id: '2', plateAmperes: 0.041, siemens: 0.0052 }] })
  })
  it.each([
    ['38 4o.1', '“4o.1” is not mA, or mA/mS.'], ['0', '“0” is not mA, or mA/mS.'], ['-38', '“-38” is not mA, or mA/mS.'], ['ol', '“ol” is not mA, or mA/mS.'], ['>40', '“>40” is not mA, or mA/mS.'],
    ['40V', '“40V” is not mA, or mA/mS.'], ['40/', '“40/” is not mA, or mA/mS.'], ['40/0', '“40/0” is not mA, or mA/mS.'], ['40/5/6', '“40/5/6” is not mA, or mA/mS.'], ['40/5k', '“40/5k” is not mA, or mA/mS.'],
    ['=40', '“=40” has no name before its =.'], ['A=40 A=41', 'The name A is there twice.'], ['2=40 41', 'The number 2 is there twice.'],
  ])('says what is wrong with “%s”', (text, sentence) => {
    expect(readTray(text)).toEqual({ ok: false, sentence })
  })
  it('has nothing in it when nothing is typed', () => {
    expect(readTray(' ')).toEqual({ ok: true, tubes: [] })
  })
})
