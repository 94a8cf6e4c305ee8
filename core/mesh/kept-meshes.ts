import type { RegionInput } from './arrangement';
import { meshRegion, proposedDivision, regionOf, type Mesh, type Region } from './mesh-region';
import type { FinerPlace } from './size-field';

interface Kept {
  readonly region: Region;
  /** by how its edges are divided */
  readonly meshes: Map<string, Mesh>;
  nodes: number;
}

/**
 * Regions and meshes that were made before: as long as all a mesh is made of stays the same, it is the same mesh. Floors that are equal share one.
 */
export class KeptMeshes {
  private readonly kept = new Map<string, Kept>();
  private readonly keptOf = new WeakMap<Region, Kept>();
  private nodes = 0;

  /** @param mostNodes so many nodes of meshes are kept at most; the meshes asked for least lately go first */
  constructor(private readonly mostNodes = 500_000) {}

  /** As `regionOf`. */
  regionOf(input: RegionInput, size: number, finer: readonly FinerPlace[] = []): Region {
    const key = JSON.stringify([input, size, finer]);
    let known = this.kept.get(key);
    // what was asked for last comes last
    if (known) this.kept.delete(key);
    else known = { region: regionOf(input, size, finer), meshes: new Map(), nodes: 0 };
    this.kept.set(key, known);
    this.keptOf.set(known.region, known);
    return known.region;
  }

  /** As `meshRegion`, of a region that was made here. */
  meshOf(region: Region, divided: (edge: number) => readonly number[] | undefined): Mesh {
    const divisions = region.edges.map((_, e) => divided(e) ?? proposedDivision(region, e));
    const known = this.keptOf.get(region);
    const key = JSON.stringify(divisions);
    const found = known?.meshes.get(key);
    if (found) return found;
    const mesh = meshRegion(region, (edge) => divisions[edge]);
    if (known) {
      known.meshes.set(key, mesh);
      known.nodes += mesh.xs.length;
      this.nodes += mesh.xs.length;
      this.forgetTheOldest(known);
    }
    return mesh;
  }

  private forgetTheOldest(lastAsked: Kept): void {
    for (const [key, one] of this.kept) {
      if (this.nodes <= this.mostNodes || one === lastAsked) return;
      this.kept.delete(key);
      this.keptOf.delete(one.region);
      this.nodes -= one.nodes;
    }
  }
}
