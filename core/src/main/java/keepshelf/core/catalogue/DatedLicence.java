package keepshelf.core.catalogue;

/**
 * A licence that a pack had until it was changed.
 *
 * @param licence SPDX identifier or a vendor's own name, or null when it was not known
 * @param until the day it was changed, ISO 8601
 */
public record DatedLicence(String licence, String until) {}
