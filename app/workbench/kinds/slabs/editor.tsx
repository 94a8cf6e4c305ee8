import { PanelEditor } from '../panel-editor';
import { SoilEditor } from './soil-editor';

/** Properties of the selected slabs. */
export const SlabEditor = ({ ids }: { readonly ids: readonly string[] }) => (
  <>
    <PanelEditor table="slabs" ids={ids} />
    <SoilEditor ids={ids} />
  </>
);
