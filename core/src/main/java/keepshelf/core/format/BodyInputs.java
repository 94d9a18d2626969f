package keepshelf.core.format;

/**
 * Names of the inputs that say what a surface is made of, in a format; null where it has none.
 *
 * @param ior index of refraction
 * @param reflectance of what is no metal, seen straight on, linear
 * @param coat amount of a clear layer
 * @param coatRoughness its roughness
 * @param transmission share that light goes through
 * @param threshold opacity below which there are holes
 * @param glow amount of what shines by itself
 */
public record BodyInputs(
    String ior,
    String reflectance,
    String coat,
    String coatRoughness,
    String transmission,
    String threshold,
    String glow) {}
