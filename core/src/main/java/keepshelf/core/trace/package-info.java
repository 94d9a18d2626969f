/** Says what of a shelf lies in the folders, archives and documents of a job. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.trace;
