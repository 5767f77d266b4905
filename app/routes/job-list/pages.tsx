/** The pages of the list. */
import { Pagination } from "antd";
import { useNavigate } from "react-router";
import { type Asked, listAddress } from "./filters.tsx";
import styles from "./job-list.module.css";

interface Props {
  asked: Asked;
  /** From 1. */
  page: number;
  total: number;
  pageSize: number;
}

export function Pages({ asked, page, total, pageSize }: Props) {
  const navigate = useNavigate();
  return (
    <nav className={styles.pages} aria-label="Pages">
      <Pagination
        current={page}
        total={total}
        pageSize={pageSize}
        showSizeChanger={false}
        onChange={(next) => navigate(listAddress(asked, next))}
        // An address of its own, for a page whose scripts are not there yet.
        itemRender={(next, type, drawn) =>
          type === "page" ? (
            <a href={listAddress(asked, next)} tabIndex={-1} onClick={(e) => e.preventDefault()}>
              {next}
            </a>
          ) : (
            drawn
          )
        }
      />
    </nav>
  );
}
