import { spec, type HabitSpec } from './habitSpec'

/** Coming back another day: what a visit needs of day and weather. */
export const visitHabits = {
  visitStretchS: spec('visits', 'duration', 2, 'h', 'start, settle, read and put right: two hours of the weather', {
    min: 0.5,
    max: 10,
  }),
  visitFromS: spec('visits', 'duration', 8, 'h', 'crews work from about eight in the morning', { max: 23 }),
  visitToS: spec('visits', 'duration', 17, 'h', 'crews work to about five in the afternoon', { min: 1, max: 24 }),
  heatingVisitHighK: spec(
    'visits',
    'temperature',
    60,
    '°F',
    'labels’ heating figures run up to 60 °F outdoors or little more',
    { min: 30, max: 75 },
  ),
  defrostVisitHighK: spec('visits', 'temperature', 40, '°F', 'coils frost below some 40 °F outdoors', {
    min: 20,
    max: 55,
  }),
  forecastSpreadK: spec(
    'visits',
    'temperatureDifference',
    3,
    '°F',
    'forecasts of tomorrow’s temperatures err by some 3 °F, one standard deviation',
    { min: 0.5, max: 20 },
  ),
  forecastSpreadPerDayK: spec(
    'visits',
    'temperatureDifference',
    0.6,
    '°F',
    'and by about half a degree more with each further day',
    { max: 5 },
  ),
} as const satisfies Record<string, HabitSpec>
