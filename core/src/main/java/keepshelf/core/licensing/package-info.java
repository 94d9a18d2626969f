/** What licences allow, as far as it can be said from their identifiers. */
package keepshelf.core.licensing;
