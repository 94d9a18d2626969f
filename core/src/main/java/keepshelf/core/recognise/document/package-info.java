/** What documents in open material formats say about the pictures beside them. */
@NullMarked
package keepshelf.core.recognise.document;

import org.jspecify.annotations.NullMarked;
