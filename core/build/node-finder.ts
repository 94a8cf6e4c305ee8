import { distance, samePoint, type Model, type Node, type Support } from '../model';
import type { RecordCollector } from './records';

/** Finds nodes by place, making those that are missing. */
export class NodeFinder {
  readonly made: Node[] = [];
  private readonly byPlace = new Map<string, Node[]>();

  constructor(
    model: Model,
    private readonly collector: RecordCollector,
  ) {
    for (const node of Object.values(model.nodes)) this.remember(node);
  }

  /** The node at a place (m), made when there is none. */
  at(position: readonly [number, number, number], support?: Support): string {
    const found = this.find(position);
    if (found) return found.id;
    const node: Node = { id: this.collector.nextId('nodes'), position: [...position], ...(support ? { support } : {}) };
    this.made.push(node);
    this.remember(node);
    return node.id;
  }

  /** The node at a place (m), if there is one. */
  find(position: readonly [number, number, number]): Node | undefined {
    const [i, j, k] = cell(position);
    for (let di = -1; di <= 1; di++) {
      for (let dj = -1; dj <= 1; dj++) {
        for (let dk = -1; dk <= 1; dk++) {
          const found = this.byPlace
            .get(`${i + di} ${j + dj} ${k + dk}`)
            ?.find((node) => distance(node.position, position) < samePoint);
          if (found) return found;
        }
      }
    }
    return undefined;
  }

  private remember(node: Node): void {
    const key = cell(node.position).join(' ');
    const present = this.byPlace.get(key);
    if (present) present.push(node);
    else this.byPlace.set(key, [node]);
  }
}

/** Cells of one metre, so that a search looks at a place and its neighbours only. */
const cell = (position: readonly number[]): number[] => position.map(Math.floor);
