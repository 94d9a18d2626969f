/** MaterialX 1.39 documents. */
package keepshelf.core.format.materialx;
