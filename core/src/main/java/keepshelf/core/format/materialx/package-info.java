/** MaterialX 1.39 documents. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.format.materialx;
