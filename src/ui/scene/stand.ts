import { Matrix4, type Object3D, Quaternion, Vector3 } from 'three'
import { IDENTITY, type Placement } from '@/core/geometry/placement'

/** Puts what is drawn elsewhere than where it belongs; without a place it goes back. @returns whether it moved */
export function stand(drawn: Object3D, place: Placement = IDENTITY): boolean {
  const [position, turned] = [new Vector3(), new Quaternion()]
  asMatrix(place).decompose(position, turned, new Vector3())
  if (drawn.position.equals(position) && drawn.quaternion.equals(turned)) return false
  drawn.position.copy(position)
  drawn.quaternion.copy(turned)
  drawn.updateMatrixWorld(true)
  return true
}

function asMatrix(m: Placement): Matrix4 {
  return new Matrix4().set(
    m[0]!,
    m[1]!,
    m[2]!,
    m[3]!,
    m[4]!,
    m[5]!,
    m[6]!,
    m[7]!,
    m[8]!,
    m[9]!,
    m[10]!,
    m[11]!,
    0,
    0,
    0,
    1,
  )
}
