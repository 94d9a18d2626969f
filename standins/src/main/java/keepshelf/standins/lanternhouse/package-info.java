/**
 * Lanternhouse, a made-up offline film renderer that reads MaterialX documents from its folder:
 * parse ({@code DocumentReader}), resolve what stands at each input of the surface ({@code
 * SurfaceReader}), evaluate and render ({@code Evaluation}), report ({@code Lanternhouse}).
 */
package keepshelf.standins.lanternhouse;
