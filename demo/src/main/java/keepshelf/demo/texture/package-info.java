/** Procedural, tiling, deterministic textures with physically related maps. */
package keepshelf.demo.texture;
