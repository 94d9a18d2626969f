/**
 * The only way out of this computer: requests that carry nothing of the shelf, to where a person
 * sent them, with limits on what comes back.
 */
@org.jspecify.annotations.NullMarked
package keepshelf.core.sources.web;
