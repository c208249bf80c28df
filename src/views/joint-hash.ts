import { useEffect, useState } from "react";

export const jointHref = (joint: number) => `#joint-${joint}`;

function jointInHash(): number | null {
  const match = /^#joint-(\d{1,2})$/.exec(window.location.hash);
  return match?.[1] === undefined ? null : Number(match[1]);
}

/** The joint the address names (#joint-2), followed as it changes; null when it names none. */
export function useJointHash(): number | null {
  const [joint, setJoint] = useState<number | null>(null);
  useEffect(() => {
    const follow = () => setJoint(jointInHash());
    follow();
    window.addEventListener("hashchange", follow);
    return () => window.removeEventListener("hashchange", follow);
  }, []);
  return joint;
}
