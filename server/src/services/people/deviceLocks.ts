import type { Db } from '../../db/client'
import { countDeviceLocks, dropDeviceLock, findDeviceLock, putDeviceLock } from '../../db/deviceLocks'
import { lockPerson } from '../../db/people'
import { HttpProblem } from '../../http/problem'
import { makeSealing } from './sealing'

/** phones, tablets and browsers that one person ever locks */
const MOST = 50

/**
 * What the lock of a device needs beside its PIN: a secret that opens what lies closed up on the device and nowhere else. Without the device it opens nothing; with it alone, taken
 * from a table, neither.
 */
export function makeDeviceLocks(db: Db, secret: string) {
  const sealing = makeSealing(secret, 'zetesis device locks')
  return {
    async put(userId: string, { id, secret: held }: { id: string; secret: string }): Promise<void> {
      await db.transaction(async (tx) => {
        await lockPerson(tx, userId)
        if ((await countDeviceLocks(tx, userId)) >= MOST)
          throw new HttpProblem(409, 'tooManyLocks', 'You have locks on fifty devices. Take one off first.')
        // what is held stays: somebody with a session alone must not make another's lock useless
        if (!(await putDeviceLock(tx, { userId, id, sealed: sealing.seal(held) })))
          throw new HttpProblem(409, 'lockTaken', 'There is a lock by this id already.')
      })
    },
    async release(userId: string, id: string): Promise<string> {
      const sealed = await findDeviceLock(db, userId, id)
      const held = sealed && sealing.open(sealed)
      if (!held) throw new HttpProblem(404, 'noLock', 'The server holds nothing for this lock. Only its PIN opens it.')
      return held
    },
    drop: (userId: string, id: string) => dropDeviceLock(db, userId, id),
  }
}
