/** How large what people send and type may be; the words that refuse it say the same figures. */

const MB = 1024 * 1024;

/** A case file, MB. */
const CASE_MB = 2;
/** A picture as the browser sends it, MB: it is made smaller there first. */
const PHOTO_MB = 12;

/** Interval data as the browser packs it, MB: ten years of quarter hours are less than one. */
const INTERVAL_DATA_MB = 12;
/** A file of a meter or recorder as a person picks it, MB. */
const INTERVAL_FILE_MB = 120;

export const MOST_INTERVAL_DATA_BYTES = INTERVAL_DATA_MB * MB;
export const MOST_INTERVAL_FILE_BYTES = INTERVAL_FILE_MB * MB;
export const INTERVAL_FILE_TOO_LARGE = `is too large: ${INTERVAL_FILE_MB} MB at most are read`;
export const MOST_CASE_BYTES = CASE_MB * MB;
export const MOST_PHOTO_BYTES = PHOTO_MB * MB;
/** A case file or an edit, and the form round it. */
export const MOST_CASE_BODY_BYTES = 2 * MOST_CASE_BYTES;
/** A file of prices, or the page of a price book. */
export const MOST_PRICE_BODY_BYTES = 4 * MB;
/** Limit of one change to a picture, with all marks on it. */
export const MOST_PHOTO_CHANGE_BYTES = MB;
/** A form or a message of any other kind. */
export const MOST_FORM_BYTES = 64 * 1024;

export const CASE_TOO_LARGE = `is too large: a case file may be ${CASE_MB} MB at most`;
export const PHOTO_TOO_LARGE = `is too large: ${PHOTO_MB} MB at most, after it has been made smaller`;

/** Characters of a line of text, such as an address, a name or a caption. */
export const LONGEST_LINE = 300;
/** Characters of a question on a customer's page, and of its answer. */
export const LONGEST_QUESTION = 2000;
export const LINE_TOO_LONG = `is too long: ${LONGEST_LINE} characters at most`;

/** Characters of a reason that is kept with what it explains. */
export const LONGEST_REASON = 1000;

/** Pictures of a job that come from its customer. */
export const MOST_CUSTOMER_PICTURES = 120;

/** Pictures on one paper. */
export const MOST_PAPER_PICTURES = 12;

/** Pictures in one pack of a job, and how many bytes they may have together. */
export const MOST_PACKED_PICTURES = 100;
export const MOST_PACKED_BYTES = 80 * MB;

/** Jobs on a page of the list: as many as a desk's screen shows at once. */
export const JOBS_A_PAGE = 40;

/** Least and largest temperature round a run, °C. */
export const AMBIENT_C = [-40, 70] as const;
