// The clock on the wall of the tests says about noon, whenever they run: "an hour from now" is today, and so is "an hour ago". Etc/GMT+5 is five hours
// behind. Set before anything asks for the time; server and browser inherit it. A browser that stands ready has a clock already: a suite that begins
// after the hour is full goes by that one, which it inherits from whoever started both.
if (!process.env.BROWSER) {
  const offset = 12 - new Date().getUTCHours()
  process.env.TZ = offset === 0 ? 'Etc/GMT' : `Etc/GMT${offset > 0 ? '-' : '+'}${Math.abs(offset)}`
}
