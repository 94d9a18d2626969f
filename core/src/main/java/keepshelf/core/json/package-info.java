/** How records are written as JSON. */
package keepshelf.core.json;
