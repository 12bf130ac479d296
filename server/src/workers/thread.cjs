// What a worker thread of the pool opens. In CommonJS: the pool opens it with `require`, and Node ends the whole process when a thread is ended while it
// requires an ES module; one that is imported can be ended at any moment.
const render = import('./render.js')
// said where a task asks for it
render.catch(() => undefined)
module.exports = async (task) => (await render).default(task)
