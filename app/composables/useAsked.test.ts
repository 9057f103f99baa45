import { describe, expect, it } from 'vitest'
import { useAsked } from './useAsked'

/** A promise that is settled by hand. */
const later = <T>() => {
  let [give, fail] = [(_: T) => {}, (_: Error) => {}]
  const promise = new Promise<T>((resolve, reject) => ([give, fail] = [resolve, reject]))
  return { promise, give, fail }
}

describe('of several askings', () => {
  it('only the latest answer counts, in whatever order they come', async () => {
    const latest = useAsked()
    const [first, second] = [later<string>(), later<string>()]
    const heard: string[] = []
    const all = [
      latest(
        () => first.promise,
        said => heard.push(said)
      ),
      latest(
        () => second.promise,
        said => heard.push(said)
      )
    ]
    second.give('new')
    first.give('old')
    await Promise.all(all)
    expect(heard).toEqual(['new'])
  })
  it('a failure of an earlier one is not told over the answer of a later one', async () => {
    const latest = useAsked()
    const [first, second] = [later<string>(), later<string>()]
    const heard: string[] = []
    const all = [first, second].map(({ promise }) =>
      latest(
        () => promise,
        said => heard.push(said),
        error => heard.push(error.message)
      )
    )
    second.give('new')
    first.fail(new Error('old failure'))
    await Promise.all(all)
    expect(heard).toEqual(['new'])
  })
  it('a failure that nothing takes is thrown', async () => {
    await expect(
      useAsked()(
        () => Promise.reject(new Error('broken')),
        () => {}
      )
    ).rejects.toThrow('broken')
  })
})
