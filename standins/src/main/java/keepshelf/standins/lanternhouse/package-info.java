/**
 * Lanternhouse, a made-up offline film renderer that reads MaterialX documents from its folder:
 * parse ({@code DocumentReader}), resolve materials and lights ({@code MaterialReader}) and what
 * stands at each input of a surface ({@code SurfaceReader}), evaluate and render ({@code
 * Evaluation}), report ({@code Lanternhouse}).
 */
package keepshelf.standins.lanternhouse;
