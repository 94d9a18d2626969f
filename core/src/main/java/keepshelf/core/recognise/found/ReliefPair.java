package keepshelf.core.recognise.found;

import keepshelf.imaging.analyse.ReliefAgreement;

/**
 * A normal map and a height map of one item and one size, measured against each other while both
 * were looked at anyway.
 *
 * @param normal path of the normal map's file, as people see it
 * @param height path of the height map's
 * @param agreement how they agree
 */
public record ReliefPair(String normal, String height, ReliefAgreement agreement) {}
