/**
 * Minimum-degree elimination order of an undirected graph (George & Liu 1989; quotient graph: an eliminated vertex becomes
 * an element whose members are its neighbours, and a variable's degree is bounded by what its elements hold
 * outside the new one, as in Amestoy, Davis & Duff 1996).
 * @param neighbours adjacency of each vertex, without itself
 * @returns order[k] = the vertex eliminated k-th
 */
export function minimumDegreeOrder(neighbours: readonly (readonly number[])[]): Int32Array {
  const n = neighbours.length;
  const order = new Int32Array(n);
  const eliminated = new Uint8Array(n);
  const variables = neighbours.map((list) => new Set(list)); // vertices not yet absorbed in an element
  const elements: Set<number>[] = Array.from({ length: n }, () => new Set<number>()); // elements a vertex touches
  const members: (number[] | undefined)[] = Array.from({ length: n }); // vertices of each element
  const degree = Int32Array.from(neighbours, (list) => list.length);
  const queue = new DegreeQueue(degree);
  const mark = new Int32Array(n).fill(-1);
  const outside = new Int32Array(n);
  const stamp = new Int32Array(n).fill(-1);

  for (let k = 0; k < n; k++) {
    const pivot = queue.takeSmallest();
    order[k] = pivot;
    eliminated[pivot] = 1;
    mark[pivot] = k;
    const front: number[] = [];
    const collect = (vertex: number) => {
      if (mark[vertex] === k || eliminated[vertex]) return;
      mark[vertex] = k;
      front.push(vertex);
    };
    variables[pivot].forEach(collect);
    for (const element of elements[pivot]) members[element]!.forEach(collect);
    const absorbed = elements[pivot];
    members[pivot] = front;
    // outside[e] = members of element e that are not in the new front
    for (const vertex of front) {
      for (const element of elements[vertex]) {
        if (absorbed.has(element)) continue;
        if (stamp[element] !== k) {
          stamp[element] = k;
          outside[element] = members[element]!.length;
        }
        outside[element]--;
      }
    }
    for (const vertex of front) {
      variables[vertex].delete(pivot);
      for (const element of absorbed) elements[vertex].delete(element);
      // what the new element joins need not be kept as edges
      if (variables[vertex].size < front.length) {
        for (const other of variables[vertex]) if (mark[other] === k) variables[vertex].delete(other);
      } else for (const other of front) variables[vertex].delete(other);
      let bound = variables[vertex].size + front.length - 1;
      for (const element of elements[vertex]) {
        if (outside[element] === 0) elements[vertex].delete(element); // wholly inside the new element
        else bound += outside[element];
      }
      elements[vertex].add(pivot);
      queue.update(vertex, Math.min(bound, n - k - 1));
    }
    for (const element of absorbed) members[element] = undefined;
    variables[pivot].clear();
    elements[pivot] = new Set();
  }
  return order;
}

/** Vertices in doubly linked lists by degree: smallest first, constant time to move one. */
class DegreeQueue {
  private readonly head: Int32Array;
  private readonly next: Int32Array;
  private readonly previous: Int32Array;
  private lowest = 0;

  constructor(private readonly degree: Int32Array) {
    const n = degree.length;
    this.head = new Int32Array(n + 1).fill(-1);
    this.next = new Int32Array(n).fill(-1);
    this.previous = new Int32Array(n).fill(-1);
    for (let vertex = n - 1; vertex >= 0; vertex--) this.insert(vertex);
  }

  takeSmallest(): number {
    while (this.head[this.lowest] === -1) this.lowest++;
    const vertex = this.head[this.lowest];
    this.remove(vertex);
    return vertex;
  }

  update(vertex: number, degree: number): void {
    this.remove(vertex);
    this.degree[vertex] = degree;
    this.insert(vertex);
    if (degree < this.lowest) this.lowest = degree;
  }

  private insert(vertex: number): void {
    const degree = this.degree[vertex];
    const first = this.head[degree];
    this.next[vertex] = first;
    this.previous[vertex] = -1;
    if (first !== -1) this.previous[first] = vertex;
    this.head[degree] = vertex;
  }

  private remove(vertex: number): void {
    const before = this.previous[vertex];
    const after = this.next[vertex];
    if (before !== -1) this.next[before] = after;
    else this.head[this.degree[vertex]] = after;
    if (after !== -1) this.previous[after] = before;
  }
}
