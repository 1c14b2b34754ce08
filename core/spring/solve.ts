/**
 * Solves A x = b in place for a small symmetric A by square-root-free Cholesky, and says whether A is positive definite:
 * the stiffness of something that stands is. Written out because it sits in the innermost loop; ml-matrix, which allocates
 * for every step, is what its test compares it with.
 *
 * @param a n x n, row by row; only its lower half is read, and it is overwritten
 * @param b right-hand side, overwritten with x
 * @returns false where a pivot is not above zero; then a and b are spent
 * Source: Golub and Van Loan, Matrix Computations, 4.1 (LDL^T).
 */
export function solveDefinite(a: number[], b: number[], n: number): boolean {
  for (let j = 0; j < n; j++) {
    const pivot = a[j * n + j]!
    if (!(pivot > 0)) return false
    for (let i = j + 1; i < n; i++) {
      const part = a[i * n + j]! / pivot
      if (part === 0) continue
      for (let k = i; k < n; k++) a[k * n + i]! -= part * a[k * n + j]!
      b[i]! -= part * b[j]!
    }
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i]!
    for (let k = i + 1; k < n; k++) sum -= a[k * n + i]! * b[k]!
    b[i] = sum / a[i * n + i]!
  }
  return true
}

/**
 * Solves A x = b in place for a small general A by elimination with row exchanges.
 * @returns false where A is singular to working precision
 * Source: Golub and Van Loan, Matrix Computations, 3.4.
 */
export function solveGeneral(a: number[], b: number[], n: number): boolean {
  for (let j = 0; j < n; j++) {
    let best = j
    for (let i = j + 1; i < n; i++) if (Math.abs(a[i * n + j]!) > Math.abs(a[best * n + j]!)) best = i
    if (!(Math.abs(a[best * n + j]!) > 1e-300)) return false
    if (best !== j) {
      for (let k = 0; k < n; k++) {
        const swap = a[j * n + k]!
        a[j * n + k] = a[best * n + k]!
        a[best * n + k] = swap
      }
      const swapHere = b[j]!
      b[j] = b[best]!
      b[best] = swapHere
    }
    for (let i = j + 1; i < n; i++) {
      const part = a[i * n + j]! / a[j * n + j]!
      if (part === 0) continue
      for (let k = j; k < n; k++) a[i * n + k]! -= part * a[j * n + k]!
      b[i]! -= part * b[j]!
    }
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i]!
    for (let k = i + 1; k < n; k++) sum -= a[i * n + k]! * b[k]!
    b[i] = sum / a[i * n + i]!
  }
  return true
}
