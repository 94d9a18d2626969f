/** Says what of a shelf lies in the folders, archives and documents of a job. */
package keepshelf.core.trace;
