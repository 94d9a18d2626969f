/** glTF 2.0 documents. */
package keepshelf.core.format.gltf;
