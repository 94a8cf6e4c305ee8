import { PanelEditor } from '../panel-editor';

/** Properties of the selected slabs. */
export const SlabEditor = ({ ids }: { readonly ids: readonly string[] }) => <PanelEditor table="slabs" ids={ids} />;
