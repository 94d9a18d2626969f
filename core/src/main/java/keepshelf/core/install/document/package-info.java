/** Puts a plan into the document that a host reads. */
@NullMarked
package keepshelf.core.install.document;

import org.jspecify.annotations.NullMarked;
