/** Procedural, tiling, deterministic textures with physically related maps. */
@org.jspecify.annotations.NullMarked
package keepshelf.demo.texture;
