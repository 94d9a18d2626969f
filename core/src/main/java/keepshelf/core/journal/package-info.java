/** Promises that outlive the process: small files that are there until what they say is done. */
@NullMarked
package keepshelf.core.journal;

import org.jspecify.annotations.NullMarked;
