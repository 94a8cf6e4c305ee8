import {
  BufferAttribute,
  BufferGeometry,
  Color,
  DirectionalLight,
  DoubleSide,
  Group,
  HemisphereLight,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  Scene,
  WebGLRenderer,
  type Camera,
} from 'three';
import { LineMaterial } from 'three/examples/jsm/lines/LineMaterial.js';
import { LineSegments2 } from 'three/examples/jsm/lines/LineSegments2.js';
import { LineSegmentsGeometry } from 'three/examples/jsm/lines/LineSegmentsGeometry.js';

/** Straight segments of one width and colour: x, y, z of both ends, six numbers a segment. Widths in pixels. */
export interface LineBatch {
  readonly segments: Float32Array;
  readonly color: string;
  readonly width: number;
  readonly opacity?: number;
  /** whether nearer solids hide it */
  readonly hidden?: boolean;
  /** the same segments at rest, of what swings when the movement is animated */
  readonly rest?: Float32Array;
}

/** Triangles of one colour: nine numbers a triangle. */
export interface FillBatch {
  readonly triangles: Float32Array;
  readonly color: string;
  readonly opacity: number;
  /** whether it hides what lies behind it and is hidden itself: surfaces of floors above one another */
  readonly surface?: boolean;
}

/** What is drawn with the graphics card, back to front. */
export interface Drawing {
  readonly solids: { faces: BufferGeometry; edges: Float32Array } | null;
  readonly lines: readonly LineBatch[];
  readonly fills: readonly FillBatch[];
}

/** The WebGL part of the canvas: lines of true pixel width, fills and solids. */
export class GraphicsScene {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly content = new Group();
  private size = { width: 1, height: 1 };
  private moving: { lines: LineSegments2; rest: Float32Array; displaced: Float32Array; places: Float32Array }[] = [];
  /** Materials by what they look like. They are kept: a new one would have its program compiled anew, which stops the page. */
  private readonly lineMaterials = new Map<string, LineMaterial>();
  private readonly fillMaterials = new Map<string, MeshBasicMaterial>();
  private readonly solidMaterial = new MeshLambertMaterial({
    vertexColors: true,
    polygonOffset: true,
    polygonOffsetFactor: 1,
    polygonOffsetUnits: 1,
  });

  /** @throws Error when the browser has no WebGL */
  constructor(canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    this.renderer.setClearAlpha(0);
    // asking a program for its log waits for its compilation
    this.renderer.debug.checkShaderErrors = false;
    const light = new DirectionalLight('#ffffff', 1.6);
    light.position.set(-0.4, -1, 1.6);
    this.scene.add(this.content, new HemisphereLight('#ffffff', '#c3ccd5', 1.9), light);
  }

  resize(width: number, height: number): void {
    this.size = { width, height };
    this.renderer.setSize(width, height, false);
    for (const material of this.lineMaterials.values()) material.resolution.set(width, height);
  }

  /** Replaces what is drawn. */
  set(drawing: Drawing): void {
    this.clear();
    let order = 0;
    if (drawing.solids) {
      this.content.add(new Mesh(drawing.solids.faces, this.solidMaterial));
      if (drawing.solids.edges.length > 0)
        this.addLines(
          { segments: drawing.solids.edges, color: '#5B6672', width: 0.8, opacity: 0.8, hidden: true },
          ++order,
        );
    }
    for (const fill of drawing.fills) this.addFill(fill, ++order);
    for (const batch of drawing.lines) if (batch.segments.length > 0) this.addLines(batch, ++order);
  }

  /** Puts what moves at a share of its way from rest to where it is drawn. */
  swing(share: number): void {
    for (const { lines, rest, displaced, places } of this.moving) {
      for (let i = 0; i < rest.length; i++) places[i] = rest[i] + share * (displaced[i] - rest[i]);
      lines.geometry.setPositions(places);
    }
  }

  /** The picture as it stands, for saving: its pixels are there only until the next frame. */
  picture(camera: Camera): HTMLCanvasElement {
    this.render(camera);
    return this.renderer.domElement;
  }

  render(camera: Camera): void {
    this.renderer.render(this.scene, camera);
  }

  dispose(): void {
    this.clear();
    for (const material of [...this.lineMaterials.values(), ...this.fillMaterials.values(), this.solidMaterial])
      material.dispose();
    this.renderer.dispose();
  }

  private addLines({ segments, color, width, opacity = 1, hidden = false, rest }: LineBatch, order: number): void {
    const geometry = new LineSegmentsGeometry();
    geometry.setPositions(segments);
    const key = `${color} ${width} ${opacity} ${hidden}`;
    let material = this.lineMaterials.get(key);
    if (!material) {
      material = new LineMaterial({
        color: new Color(color).getHex(),
        linewidth: width,
        transparent: true,
        opacity,
        depthTest: hidden,
        depthWrite: false,
      });
      material.resolution.set(this.size.width, this.size.height);
      this.lineMaterials.set(key, material);
    }
    const lines = new LineSegments2(geometry, material);
    lines.renderOrder = order;
    lines.frustumCulled = false;
    if (rest) this.moving.push({ lines, rest, displaced: segments, places: new Float32Array(rest.length) });
    this.content.add(lines);
  }

  private addFill({ triangles, color, opacity, surface = false }: FillBatch, order: number): void {
    if (triangles.length === 0) return;
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(triangles, 3));
    const key = `${color} ${opacity} ${surface}`;
    const material =
      this.fillMaterials.get(key) ??
      new MeshBasicMaterial({
        color: new Color(color),
        transparent: !surface,
        opacity,
        side: DoubleSide,
        depthTest: surface,
        depthWrite: surface,
      });
    this.fillMaterials.set(key, material);
    const mesh = new Mesh(geometry, material);
    mesh.renderOrder = order;
    mesh.frustumCulled = false;
    this.content.add(mesh);
  }

  private clear(): void {
    this.moving = [];
    for (const child of [...this.content.children]) {
      this.content.remove(child);
      if (child instanceof Mesh) (child.geometry as BufferGeometry).dispose();
    }
  }
}
