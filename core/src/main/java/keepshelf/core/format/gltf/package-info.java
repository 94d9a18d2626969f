/** glTF 2.0 documents. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.format.gltf;
