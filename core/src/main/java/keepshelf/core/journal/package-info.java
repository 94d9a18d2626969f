/** Promises that outlive the process: small files that are there until what they say is done. */
package keepshelf.core.journal;
